import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { StockView } from '../../../state/stock-view.ts';
import { formatTime } from '../../../text/days.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { deedActions, deedFeature } from '../store/deed-store.ts';

type Minutes = '15' | '30' | '60' | '120';

/** Whether online orders are taken at this location, and a pause of them for a time. */
@Component({
  selector: 'hl-online-pause',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, StaffPipe, SwitchField],
  template: `
    <section [attr.aria-label]="'pause.title' | staff: locale()">
      <p class="state">
        <strong>{{ 'pause.title' | staff: locale() }}</strong>
        @if (until(); as time) {
          <span class="paused">{{ 'pause.until' | staff: locale() : { time, by: by() } }}</span>
        } @else {
          <span>{{ 'pause.taken' | staff: locale() }}</span>
        }
      </p>
      @if (isChoosing()) {
        <hl-switch-field
          [label]="'pause.how-long' | staff: locale()"
          [options]="options()"
          [value]="minutes()"
          (chosen)="minutes.set($event)"
        />
        <p class="deeds">
          <button pButton type="button" severity="secondary" (click)="isChoosing.set(false)">
            {{ 'board.clear' | staff: locale() }}
          </button>
          <button pButton type="button" (click)="pause(minutes())">{{ 'pause.do' | staff: locale() }}</button>
        </p>
      } @else {
        <button
          pButton
          type="button"
          severity="secondary"
          [disabled]="isWaiting()"
          (click)="until() ? pause('0') : isChoosing.set(true)"
        >
          {{ (until() ? 'pause.end' : 'pause.start') | staff: locale() }}
        </button>
      }
    </section>
  `,
  styleUrl: './online-pause.css',
})
export class OnlinePause {
  readonly locale = input.required<string>();
  readonly #store = inject(Store);
  readonly #stock = inject(StockView);
  readonly #deeds = this.#store.selectSignal(deedFeature.selectWaiting);
  protected readonly isChoosing = signal(false);
  protected readonly minutes = signal<Minutes>('30');
  protected readonly isWaiting = computed(() => this.#deeds().some((deed) => 'pause' in deed));
  protected readonly by = computed(() => this.#stock.pantry()?.pausedBy ?? '');
  protected readonly until = computed(() => {
    const until = this.#stock.standing()?.pausedUntil;
    return until === undefined ? undefined : formatTime(until, this.locale(), this.#stock.place()?.timeZone);
  });
  protected readonly options = computed(() =>
    (['15', '30', '60', '120'] as const).map((value) => ({
      value,
      label: staffMessage(this.locale(), 'pause.minutes', { minutes: Number(value) }),
    })),
  );

  protected pause(minutes: Minutes | '0'): void {
    const location = this.#stock.location();
    const pause = { minutes: Number(minutes), ...(location !== undefined && { location }) };
    this.#store.dispatch(deedActions.added({ deed: { key: crypto.randomUUID(), pause } }));
    this.isChoosing.set(false);
  }
}
