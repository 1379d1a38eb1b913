import type { OrderTicket, Quote, TicketLine, Word } from '../api/quote.ts';
import type { ResolvedLine } from '../quote/resolve-line.ts';
import { printedElsewhere, type StationIndex } from '../ticket/routing.ts';
import { type RoutedNote, routedNotes } from '../ticket/ticket.ts';
import { wordsOfAnswer } from '../ticket/words.ts';

/** The tickets of an order, stations in document order; a station that prints no line may get notes alone. */
export function orderTickets(order: ResolvedLine, lines: readonly Quote[]): OrderTicket[] {
  const gathered = gatherLines(lines);
  const hasExpo = order.menu.stations.some(({ expo }) => expo);
  const packersWords = order.answers.flatMap((answer) => asTexts(wordsOfAnswer(answer, order)));
  const elsewhere = order.answers.flatMap((answer) => printedElsewhere(answer, order));
  const notes = routedNotes(order);
  return order.menu.stations.flatMap((station, index) => {
    const own = gathered.get(station.id) ?? [];
    const packs = hasExpo ? (station.expo ?? false) : own.length > 0;
    const words = packs
      ? packersWords
      : elsewhere.filter((it) => it.station === index).flatMap(({ words }) => asTexts(words));
    const read = [
      ...words.map((text) => ({ text, loud: false })),
      ...notes.filter((note) => reads(note, index, packs, hasExpo)).map(({ text, loud }) => ({ text, loud })),
    ];
    return own.length > 0 || read.length > 0 ? [{ station: station.id, lines: own, notes: read }] : [];
  });
}

function gatherLines(quotes: readonly Quote[]): Map<string, TicketLine[]> {
  const gathered = new Map<string, TicketLine[]>();
  for (const { station, lines } of quotes.flatMap(({ tickets }) => tickets)) {
    gathered.set(station, [...(gathered.get(station) ?? []), ...lines]);
  }
  return gathered;
}

/** A note that names stations goes there and to the expo; one that names none goes to whoever packs. */
function reads({ named, namesStations }: RoutedNote, index: StationIndex, packs: boolean, hasExpo: boolean): boolean {
  return named.includes(index) || (packs && (hasExpo || !namesStations));
}

/** Each word with its inner words, as one text. */
function asTexts(words: readonly Word[]): string[] {
  const texts: string[] = [];
  for (const { text, depth } of words) {
    if (depth === 0) texts.push(text);
    else texts[texts.length - 1] = `${texts.at(-1) ?? ''} / ${text}`;
  }
  return texts;
}
