import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { DateField } from './date-field.ts';
import { TextField } from './text-field.ts';

const CLOCK_TIME = /^([01]?\d|2[0-3]):([0-5]\d)$/;

/**
 * A local time: a day and, beside it, a time of day as people type it. Written YYYY-MM-DDTHH:MM, and empty until both can be
 * read. PrimeNG's own time picker is not used, as its buttons have no names for screen readers.
 */
@Component({
  selector: 'hl-moment-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DateField, TextField],
  template: `<hl-date-field label="Day" [value]="day()" (chosen)="setDay($event)" />
    <hl-text-field
      class="mono"
      label="Time"
      placeholder="07:00"
      inputMode="numeric"
      [isWrong]="time() !== '' && !isTime(time())"
      [value]="time()"
      (typed)="setTime($event)"
    />`,
  styles: `
    @layer app {
      :host {
        display: grid;
        grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
        gap: 12px;
      }
    }
  `,
})
export class MomentField {
  readonly value = input.required<string>();
  readonly chosen = output<string>();
  /** As typed: what can't be read as a whole yet is not taken away. */
  protected readonly day = linkedSignal<string, string>({
    source: this.value,
    computation: (value, before) => value.slice(0, 10) || (before?.value ?? ''),
  });
  protected readonly time = linkedSignal<string, string>({
    source: this.value,
    computation: (value, before) => {
      const [time, typed = ''] = [value.slice(11), before?.value];
      return time === '' || time === typed.padStart(5, '0') ? typed : time;
    },
  });

  protected setDay(day: string): void {
    this.day.set(day);
    this.#choose();
  }

  protected setTime(time: string): void {
    this.time.set(time.trim());
    this.#choose();
  }

  protected isTime(text: string): boolean {
    return CLOCK_TIME.test(text);
  }

  #choose(): void {
    const isWhole = this.day() !== '' && this.isTime(this.time());
    this.chosen.emit(isWhole ? `${this.day()}T${this.time().padStart(5, '0')}` : '');
  }
}
