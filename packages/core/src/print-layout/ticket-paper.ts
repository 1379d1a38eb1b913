import type { OrderTicket, TicketNote } from '../api/quote.ts';
import { differsFromUsual } from './word-emphasis.ts';
import { wrapText } from './wrap.ts';

/** Line styles: `big` characters take two columns each; `loud` ones are big and reversed; `changed` ones are reversed. */
type PaperStyle = 'plain' | 'bold' | 'big' | 'loud' | 'changed' | 'note' | 'rule';

export interface PaperLine {
  readonly text: string;
  readonly style: PaperStyle;
}

/** The lines above the dishes of a ticket. */
export interface TicketHead {
  readonly station: string;
  readonly number: number;
  /** Local time of the order, `HH:MM`. */
  readonly time: string;
  /** Service, name and place, each on its own line. */
  readonly words: readonly string[];
  /** REPRINT, FOR GRIDDLE …: printed first, so that nobody cooks it twice or at the wrong station. */
  readonly marks: readonly string[];
  /** The words of the menu's amounts, by which a choice differs from the usual. */
  readonly amountWords: ReadonlySet<string>;
}

const WIDE = 2;

/** Lays out a ticket for the station's printer, in lines no wider than its columns. */
export function ticketPaper(
  ticket: Pick<OrderTicket, 'lines' | 'notes' | 'warnings' | 'round' | 'isVoid'>,
  head: TicketHead,
  columns: number,
): PaperLine[] {
  const paper = new Paper(columns);
  const marks = [...head.marks, ...ticketMarks(ticket)];
  for (const mark of marks) paper.write(`** ${mark} **`, 'loud');
  for (const text of ticket.warnings ?? []) paper.note({ text, loud: true });
  paper.write(`${head.station} ${head.number}`, 'big');
  paper.write([head.time, ...head.words].join(' · '), 'plain');
  for (const { quantity, item, words, notes, voided = 0 } of ticket.lines) {
    paper.rule();
    const count = `${quantity} `;
    paper.write(`${count}${item}`, 'big', count.length);
    if (voided > 0) paper.write(`VOID ${voided}`, 'loud');
    for (const { text, depth } of words) {
      const usual = depth === 0 ? 'bold' : 'plain';
      paper.write(text, differsFromUsual(text, head.amountWords) ? 'changed' : usual, 2, 2 + depth * 2);
    }
    notes.forEach((note) => paper.note(note));
  }
  if (ticket.notes.length > 0) paper.rule();
  ticket.notes.forEach((note) => paper.note(note));
  return paper.lines;
}

/** What heads a ticket that is not the first of its order. */
function ticketMarks({ round = 1, isVoid = false }: Pick<OrderTicket, 'round' | 'isVoid'>): string[] {
  return [...(isVoid ? ['VOID'] : []), ...(round > 1 ? [`ROUND ${round}`] : [])];
}

class Paper {
  readonly lines: PaperLine[] = [];
  readonly #columns: number;

  constructor(columns: number) {
    this.#columns = columns;
  }

  write(text: string, style: PaperStyle, hangingIndent = 0, inset = 0): void {
    const room = Math.floor(this.#columns / (style === 'big' || style === 'loud' ? WIDE : 1));
    const left = Math.min(inset, Math.max(0, room - 8));
    for (const line of wrapText(text, room - left, hangingIndent))
      this.lines.push({ text: ' '.repeat(left) + line, style });
  }

  note({ text, loud }: TicketNote): void {
    if (loud) this.write(`!! ${text}`, 'loud', 3);
    else this.write(`> ${text}`, 'note', 2, 2);
  }

  rule(): void {
    this.lines.push({ text: '-'.repeat(this.#columns), style: 'rule' });
  }
}
