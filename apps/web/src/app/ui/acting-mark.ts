import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { StaffPipe } from '../messages/staff-message.ts';
import { sessionActions, Who } from '../state/session.ts';

/** Who acts here with a PIN, and how to end it. */
@Component({
  selector: 'hl-acting-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, StaffPipe],
  template: `
    @if (acting(); as one) {
      <p aria-live="polite">
        {{ 'pin.acting' | staff: locale() : { name: one.name } }}
        <button pButton type="button" severity="secondary" [text]="true" (click)="leave()">
          {{ 'pin.forget' | staff: locale() }}
        </button>
      </p>
    }
  `,
  styles: `
    @layer app {
      :host {
        display: contents;
      }

      p {
        display: flex;
        gap: 4px;
        align-items: center;
        white-space: nowrap;
      }

      button {
        color: inherit;
        text-decoration: underline;
      }
    }
  `,
})
export class ActingMark {
  readonly locale = input.required<string>();
  readonly #store = inject(Store);
  protected readonly acting = inject(Who).acting;

  protected leave(): void {
    this.#store.dispatch(sessionActions.left());
  }
}
