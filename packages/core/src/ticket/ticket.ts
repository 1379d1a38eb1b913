import type { Ticket, TicketNote, Word } from '../api/quote.ts';
import type { ResolvedLine } from '../quote/resolve-line.ts';
import type { GroupAnswer } from '../quote/answers.ts';
import { type PrintedElsewhere, printedElsewhere, type StationIndex } from './routing.ts';
import { wordsOfAnswer } from './words.ts';

/** A note or date of a line, with the stations that read it. */
export interface RoutedNote extends TicketNote {
  /** The stations it names, and those that rules add. */
  readonly named: readonly StationIndex[];
  /** Whether the note itself names stations. */
  readonly namesStations: boolean;
}

/** The tickets of a line, stations in document order. */
export function ticketsOf(line: ResolvedLine): Ticket[] {
  const { menu, item, quantity } = line;
  const homeWords: Word[] = [];
  const elsewhere: PrintedElsewhere[] = [];
  for (const answer of line.answers) {
    for (const word of wordsOfAnswer(answer, line)) homeWords.push(word);
    for (const printed of printedElsewhere(answer, line)) elsewhere.push(printed);
  }
  const notes = routedNotes(line);
  const tickets: Ticket[] = [];
  menu.stations.forEach((station, index) => {
    const words = index === item.home || station.expo ? homeWords : wordsAt(elsewhere, index);
    const printsWords = index === item.home || words.length > 0;
    const read =
      notes.length === 0
        ? []
        : notes
            .filter(
              ({ named, namesStations, loud }) =>
                station.expo || named.includes(index) || ((loud || !namesStations) && printsWords),
            )
            .map(({ text, loud }) => ({ text, loud }));
    if (!station.expo && !printsWords && read.length === 0) return;
    tickets.push({ station: station.id, lines: [{ quantity, item: item.ticketName, words, notes: read }] });
  });
  return tickets;
}

function wordsAt(elsewhere: readonly PrintedElsewhere[], index: StationIndex): readonly Word[] {
  return elsewhere.length === 0 ? [] : elsewhere.flatMap(({ station, words }) => (station === index ? words : []));
}

/** Non-empty notes and accepted dates, in offered order; those of opened groups after what opened them. */
export function routedNotes(line: ResolvedLine): RoutedNote[] {
  const notes: RoutedNote[] = [];
  const visit = (answer: GroupAnswer) => {
    const { kind } = answer.group.group;
    if (kind === 'note' || kind === 'date') notes.push(...ownNote(line, answer));
    if (answer.group.opens) for (const pick of answer.picks) pick.inner.forEach(visit);
  };
  line.answers.forEach(visit);
  return notes;
}

function ownNote(line: ResolvedLine, answer: GroupAnswer): RoutedNote[] {
  const { group, routes } = answer.group;
  const routed = routes.filter(({ rule }) => line.resolver.ruleHolds(rule)).map(({ station }) => station);
  if (group.kind === 'note' && answer.note !== '') {
    const loud = group.note?.loud ?? false;
    const stations = (group.note?.stations ?? []).flatMap((id) => line.menu.stationIndex.get(id) ?? []);
    return [{ text: answer.note, loud, named: [...stations, ...routed], namesStations: stations.length > 0 }];
  }
  const date = group.kind === 'date' ? line.dates.get(group.id) : undefined;
  return date === undefined
    ? []
    : [{ text: `${group.name} ${date}`, loud: false, named: routed, namesStations: false }];
}
