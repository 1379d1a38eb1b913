import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { RouterLink } from '@angular/router';
import type { PublishAnswer } from '../../../api/editions-api.ts';
import { MomentField } from '../../../ui/fields/moment-field.ts';
import { RadioField } from '../../../ui/fields/radio-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

/** A location, and what it has now in words. */
export interface PublishPlace {
  readonly id: string;
  readonly name: string;
  readonly has: string;
}

/** What is decided here; `at` is a local time of each location, and absent for now. */
export interface PublishWish {
  readonly name: string;
  readonly note: string;
  readonly locations: readonly string[];
  readonly at?: string;
  readonly reason?: string;
  readonly evenInRush?: true;
}

type When = 'now' | 'later';

/** Where, when and under which name something is published. */
@Component({
  selector: 'hl-publish-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, MomentField, RadioField, RouterLink, TextField, TickBox],
  templateUrl: './publish-panel.html',
  styleUrl: './publish-panel.css',
})
export class PublishPanel {
  readonly places = input.required<readonly PublishPlace[]>();
  /** The earlier edition that is published again; undefined for the draft. */
  readonly again = input<number>();
  /** Why nothing can be published just now; empty if it can. */
  readonly obstacle = input('');
  /** Findings of line check that stop orders. */
  readonly stops = input(0);
  readonly mayAnyway = input(false);
  readonly isSending = input(false);
  readonly answer = input<PublishAnswer>();
  readonly wished = output<PublishWish>();
  /** What was not answered is to be sent once more. */
  readonly sentAgain = output();

  protected readonly WHEN = [
    { value: 'now' as const, label: 'Now' },
    { value: 'later' as const, label: 'At a time, by each location’s own clock' },
  ];
  protected readonly name = signal('');
  protected readonly note = signal('');
  protected readonly reason = signal('');
  protected readonly when = signal<When>('now');
  protected readonly at = signal('');
  protected readonly chosen = linkedSignal<readonly string[], ReadonlySet<string>>({
    source: computed(() => this.places().map(({ id }) => id), { equal: (one, other) => one.join() === other.join() }),
    computation: (ids) => new Set(ids),
  });
  protected readonly isStopped = computed(() => {
    const answer = this.answer();
    return this.stops() > 0 || (answer?.outcome === 'refused' && answer.fault === 'stops');
  });
  protected readonly missing = computed(() => {
    if (this.obstacle() !== '') return this.obstacle();
    if (this.places().length > 0 && this.chosen().size === 0) return 'Choose a location.';
    if (this.when() === 'later' && this.at() === '') return 'Choose the day and the time.';
    if (!this.isStopped() || this.again() !== undefined) return '';
    if (!this.mayAnyway()) return 'Line check finds what stops orders: only the owner may publish over it.';
    return this.reason().trim() === '' ? 'Say why it is published all the same.' : '';
  });

  protected readonly published = computed(() => {
    const answer = this.answer();
    if (answer?.outcome !== 'published') return '';
    const numbers = answer.published.editions.map(({ number }) => number);
    return numbers.length === 1
      ? `Edition ${numbers.join()} is published.`
      : `Editions ${numbers.join(' and ')} are published.`;
  });

  protected choose(id: string, isChosen: boolean): void {
    this.chosen.update((ids) => new Set(isChosen ? [...ids, id] : [...ids].filter((one) => one !== id)));
  }

  protected publish(evenInRush = false): void {
    if (this.missing() !== '' || this.isSending()) return;
    this.wished.emit({
      name: this.name().trim(),
      note: this.note().trim(),
      locations: this.places()
        .map(({ id }) => id)
        .filter((id) => this.chosen().has(id)),
      ...(this.when() === 'later' && { at: this.at() }),
      ...(this.isStopped() && this.reason().trim() !== '' && { reason: this.reason().trim() }),
      ...(evenInRush && { evenInRush: true }),
    });
  }
}
