import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type OrderTicket, ticketPaper } from '@hearty-ladle/core';

const USUAL_COLUMNS = 32;

/** A ticket character by character as the station's printer prints it, at its width. */
@Component({
  selector: 'hl-printed-ticket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="paper" [style.width.ch]="width() + 3">
      @for (line of lines(); track $index) { <p [class]="line.style">{{ line.text || ' ' }}</p> }
    </div>
  `,
  styles: `
    @layer app {
      :host { display: block; flex: none; }
      .paper { padding: 10px 1.5ch 14px; background: #fffdf8; color: #161c1b; font: 500 11.5px/1.3 var(--mono); box-shadow: var(--shadow); }
      p { white-space: pre; }
      .bold { font-weight: 700; }
      .big, .loud { font-size: 2em; line-height: 1.15; font-weight: 700; }
      .loud { background: #161c1b; color: #fffdf8; }
      .note { font-style: italic; }
      .rule { color: #8d8677; overflow: hidden; }
    }
  `,
})
export class PrintedTicket {
  readonly ticket = input.required<Pick<OrderTicket, 'lines'> & Partial<Pick<OrderTicket, 'notes'>>>();
  readonly station = input.required<string>();
  readonly columns = input<number>();
  readonly number = input(1);
  readonly time = input('12:30');
  readonly words = input<readonly string[]>([]);
  readonly marks = input<readonly string[]>([]);
  protected readonly width = computed(() => this.columns() ?? USUAL_COLUMNS);
  protected readonly lines = computed(() =>
    ticketPaper(
      { notes: [], ...this.ticket() },
      { station: this.station(), number: this.number(), time: this.time(), words: this.words(), marks: this.marks() },
      this.width(),
    ),
  );
}
