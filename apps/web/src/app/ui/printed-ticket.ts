import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type OrderTicket, ticketPaper } from '@hearty-ladle/core';

const USUAL_COLUMNS = 32;

/** A ticket character by character as the station's printer prints it, at its width. */
@Component({
  selector: 'hl-printed-ticket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="paper" [style.width.ch]="width() + 3">
      @for (line of lines(); track $index) {
        <p [class]="line.style">{{ line.text || ' ' }}</p>
      }
    </div>
  `,
  styleUrl: './printed-ticket.css',
})
export class PrintedTicket {
  readonly ticket = input.required<Pick<OrderTicket, 'lines'> & Partial<OrderTicket>>();
  readonly station = input.required<string>();
  readonly columns = input<number>();
  readonly number = input(1);
  readonly time = input('12:30');
  readonly words = input<readonly string[]>([]);
  readonly marks = input<readonly string[]>([]);
  readonly amountWords = input<ReadonlySet<string>>(new Set());
  protected readonly width = computed(() => this.columns() ?? USUAL_COLUMNS);
  protected readonly lines = computed(() =>
    ticketPaper(
      { notes: [], ...this.ticket() },
      {
        station: this.station(),
        number: this.number(),
        time: this.time(),
        words: this.words(),
        marks: this.marks(),
        amountWords: this.amountWords(),
      },
      this.width(),
    ),
  );
}
