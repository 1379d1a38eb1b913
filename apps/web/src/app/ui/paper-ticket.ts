import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { differsFromUsual, type TicketLine, type TicketNote } from '@hearty-ladle/core';

/** A kitchen ticket as paper: what, how many, what differs; loud notes stand out without colour. */
@Component({
  selector: 'hl-paper-ticket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet],
  templateUrl: './paper-ticket.html',
  styleUrl: './paper-ticket.css',
})
export class PaperTicket {
  readonly station = input.required<string>();
  readonly lines = input.required<readonly TicketLine[]>();
  readonly notes = input<readonly TicketNote[]>([]);
  /** The words of the menu's amounts, by which a choice differs from the usual. */
  readonly amountWords = input<ReadonlySet<string>>(new Set());
  protected readonly shown = computed(() =>
    this.lines().map(({ words, ...line }) => ({
      ...line,
      words: words.map((word) => ({ ...word, isChanged: differsFromUsual(word.text, this.amountWords()) })),
    })),
  );
  /** VOID, ROUND 2: what kind of ticket it is, if not the first of its order. */
  readonly marks = input<readonly string[]>([]);
  /** What the guest can't have: above everything else, loud. */
  readonly warnings = input<readonly string[]>([]);
  /** For whom, where to, which service. */
  readonly who = input('');
}
