import { CdkDragHandle } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, inject, Injector, input, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Tag } from 'primeng/tag';
import type { DifferenceWords } from '../../../text/differences.ts';
import { keepFocus } from '../../../ui/keep-focus.ts';

/** A group of a dish in a few words. */
export interface CardOfGroup {
  readonly id: string;
  readonly name: string;
  /** Attached to the dish itself; others come with its section or a tag. */
  readonly isOwn: boolean;
  /** The number of other dishes that have the group. */
  readonly used: number;
  readonly differences: readonly DifferenceWords[];
  readonly prompt: string;
  readonly sentence: string;
  /** Why its limits can't be met with the choices on offer. */
  readonly impossible: string | undefined;
  readonly answers: string;
  readonly hasChoices: boolean;
}

/** One group of a dish as a card: what it asks, and what can be done with it. */
@Component({
  selector: 'hl-group-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, CdkDragHandle, Tag],
  templateUrl: './group-card.html',
  styleUrl: './group-card.css',
})
export class GroupCard {
  readonly card = input.required<CardOfGroup>();
  readonly opened = output<void>();
  /** Moved up (-1) or down (1) by keyboard. */
  readonly moved = output<1 | -1>();
  readonly attached = output<void>();
  readonly detached = output<void>();
  readonly #injector = inject(Injector);

  protected keydown(event: KeyboardEvent): void {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    this.moved.emit(event.key === 'ArrowUp' ? -1 : 1);
    keepFocus(event, this.#injector);
  }
}
