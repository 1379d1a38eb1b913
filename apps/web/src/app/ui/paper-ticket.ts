import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { TicketLine, TicketNote } from '@hearty-ladle/core';

/** A kitchen ticket as paper: what, how many, what differs; loud notes stand out without colour. */
@Component({
  selector: 'hl-paper-ticket',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './paper-ticket.html',
  styleUrl: './paper-ticket.css',
})
export class PaperTicket {
  readonly station = input.required<string>();
  readonly lines = input.required<readonly TicketLine[]>();
  readonly notes = input<readonly TicketNote[]>([]);
  /** For whom, where to, which service. */
  readonly who = input('');
}
