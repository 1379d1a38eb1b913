import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Action, PinTry } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { refusalText, staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { PinDialog } from '../../../ui/pin-dialog.ts';
import { deedActions, deedFeature } from '../store/deed-store.ts';

/** What became of the deeds of this device: what waits, what was refused, and the PIN where it is needed. */
@Component({
  selector: 'hl-deed-status',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PinDialog, StaffPipe],
  template: `
    @if (deeds().waiting.length > 0) {
      <p class="notice" role="status">{{ 'board.waits' | staff: locale() : { count: deeds().waiting.length } }}</p>
    }
    @if (deeds().asksPin) {
      <hl-pin-dialog
        heading="pin.board"
        [action]="action()"
        [locale]="locale()"
        [refusal]="pinRefusal()"
        (entered)="enter($event)"
        (closed)="dismiss()"
      />
    } @else if (deeds().refusal) {
      <p class="notice wrong" role="alert">{{ 'board.refused' | staff: locale() }}</p>
    }
  `,
  styleUrl: './deed-status.css',
})
export class DeedStatus {
  readonly locale = input.required<string>();
  readonly #store = inject(Store);
  protected readonly deeds = this.#store.selectSignal(deedFeature.selectDeedsState);
  /** What the first of them needs. */
  protected readonly action = computed((): Action => {
    const [deed] = this.deeds().waiting;
    return deed && ('move' in deed || 'count' in deed || 'thing' in deed) ? 'count-stock' : 'take-off';
  });
  protected readonly pinRefusal = computed(() => {
    const code = this.deeds().refusal;
    return code === undefined ? undefined : staffMessage(this.locale(), refusalText(code).key);
  });

  protected enter(tried: PinTry): void {
    this.#store.dispatch(deedActions.pinEntered({ tried }));
  }

  protected dismiss(): void {
    this.#store.dispatch(deedActions.pinDismissed());
  }
}
