import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { TicketLine, TicketNote } from '@hearty-ladle/core';

/** A kitchen ticket as paper: what, how many, what differs; loud notes stand out without colour. */
@Component({
  selector: 'hl-paper-ticket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header><span>{{ station() }}</span><ng-content /></header>
    @if (who()) { <p class="who">{{ who() }}</p> }
    @for (line of lines(); track $index) {
      <section>
        <p class="item"><span class="count">{{ line.quantity }}</span> {{ line.item }}</p>
        @for (word of line.words; track $index) {
          <p class="word" [style.padding-left.ch]="2 + word.depth * 2">{{ word.text }}</p>
        }
        @for (note of line.notes; track $index) { <p class="note" [class.loud]="note.loud">@if (note.loud) { <b>!!</b> }{{ note.text }}@if (note.loud) { <b>!!</b> }</p> }
      </section>
    }
    @for (note of notes(); track $index) { <p class="note" [class.loud]="note.loud">@if (note.loud) { <b>!!</b> }{{ note.text }}@if (note.loud) { <b>!!</b> }</p> }
  `,
  styles: `
    @layer app {
      :host {
        display: block; padding: 12px 14px 16px; background: #fffdf8; color: #161c1b;
        font: 500 14px/1.35 var(--mono); border: 1px solid var(--hairline); border-bottom: 0;
        clip-path: polygon(0 0, 100% 0, 100% calc(100% - 5px), 97% 100%, 94% calc(100% - 5px), 91% 100%, 88% calc(100% - 5px), 85% 100%, 82% calc(100% - 5px), 79% 100%, 76% calc(100% - 5px), 73% 100%, 70% calc(100% - 5px), 67% 100%, 64% calc(100% - 5px), 61% 100%, 58% calc(100% - 5px), 55% 100%, 52% calc(100% - 5px), 49% 100%, 46% calc(100% - 5px), 43% 100%, 40% calc(100% - 5px), 37% 100%, 34% calc(100% - 5px), 31% 100%, 28% calc(100% - 5px), 25% 100%, 22% calc(100% - 5px), 19% 100%, 16% calc(100% - 5px), 13% 100%, 10% calc(100% - 5px), 7% 100%, 4% calc(100% - 5px), 0 100%);
      }
      header { display: flex; justify-content: space-between; gap: 8px; border-bottom: 2px solid #161c1b; padding-bottom: 4px; margin-bottom: 8px; font-weight: 700; }
      section + section { margin-top: 10px; border-top: 1px dashed #8d8677; padding-top: 8px; }
      .who { margin: -4px 0 6px; font-weight: 600; overflow-wrap: anywhere; }
      .item { font-size: 1.15em; font-weight: 800; overflow-wrap: anywhere; }
      .count { display: inline-block; min-width: 1.6ch; }
      .word, .note { overflow-wrap: anywhere; }
      .note { margin-top: 4px; padding: 2px 6px; background: #f1ebdf; font-style: italic; }
      .note.loud { background: var(--butter); border: 3px solid #161c1b; font: 800 1.12em/1.3 var(--mono); text-transform: uppercase; }
      .note b:first-child { padding-inline-end: 0.4ch; }
      .note b:last-child { padding-inline-start: 0.4ch; }
    }
  `,
})
export class PaperTicket {
  readonly station = input.required<string>();
  readonly lines = input.required<readonly TicketLine[]>();
  readonly notes = input<readonly TicketNote[]>([]);
  /** For whom, where to, which service. */
  readonly who = input('');
}
