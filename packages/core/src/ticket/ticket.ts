import { textIn } from '../menu/text.ts';
import type { SettledLine } from '../quote/settle-line.ts';
import type { GroupAnswer } from '../quote/settlement.ts';
import { printedElsewhere, type StationIndex } from './routing.ts';
import { type Offering, type Word, wordsOfAnswer } from './words.ts';

export interface TicketNote {
  readonly text: string;
  readonly loud: boolean;
}

export interface TicketLine {
  readonly quantity: number;
  readonly item: string;
  readonly words: readonly Word[];
  readonly notes: readonly TicketNote[];
}

/** What one station reads of one line. */
export interface Ticket {
  readonly station: string;
  readonly lines: readonly TicketLine[];
}

/** A note or a date of a line, and who reads it. */
export interface RoutedNote extends TicketNote {
  /** The stations that it names and those that rules add. */
  readonly named: readonly StationIndex[];
  /** Whether the note itself names stations. */
  readonly namesStations: boolean;
}

/** The tickets of a line, stations in document order. */
export function ticketsOf(line: SettledLine): Ticket[] {
  const { menu, item, quantity } = line;
  const offering: Offering = { settlement: line.settlement, out: line.circumstances.out };
  const homeWords = line.answers.flatMap((answer) => wordsOfAnswer(answer, offering));
  const elsewhere = wordsElsewhere(line, offering);
  const notes = routedNotes(line);
  const name = item.item.kitchenName ?? textIn(item.item.name, menu.firstLocale, menu.firstLocale);
  return menu.stations.flatMap((station, index) => {
    const words = index === item.home || station.expo ? homeWords : (elsewhere.get(index) ?? []);
    const printsWords = index === item.home || words.length > 0;
    const read = notes
      .filter(({ named, namesStations, loud }) => station.expo || named.includes(index) || ((loud || !namesStations) && printsWords))
      .map(({ text, loud }) => ({ text, loud }));
    if (!station.expo && !printsWords && read.length === 0) return [];
    return [{ station: station.id, lines: [{ quantity, item: name, words, notes: read }] }];
  });
}

function wordsElsewhere(line: SettledLine, offering: Offering): Map<StationIndex, Word[]> {
  const home = new Set([line.item.home]);
  const elsewhere = new Map<StationIndex, Word[]>();
  for (const answer of line.answers) {
    for (const { station, words } of printedElsewhere(line, answer, offering, home)) {
      elsewhere.set(station, [...(elsewhere.get(station) ?? []), ...words]);
    }
  }
  return elsewhere;
}

/** Notes with text and dates that stand, in offered order; those of opened groups after what opened them. */
export function routedNotes(line: SettledLine): RoutedNote[] {
  const visit = (answer: GroupAnswer): RoutedNote[] => [
    ...ownNote(line, answer),
    ...answer.picks.flatMap((pick) => pick.inner.flatMap(visit)),
  ];
  return line.answers.flatMap(visit);
}

function ownNote(line: SettledLine, answer: GroupAnswer): RoutedNote[] {
  const { group, routes } = answer.group;
  const routed = routes.filter(({ rule }) => line.settlement.ruleHolds(rule)).map(({ station }) => station);
  if (group.kind === 'note' && answer.note !== '') {
    const loud = group.note?.loud ?? false;
    const stations = (group.note?.stations ?? []).flatMap((id) => line.menu.stationIndex.get(id) ?? []);
    return [{ text: answer.note, loud, named: [...stations, ...routed], namesStations: stations.length > 0 }];
  }
  const date = group.kind === 'date' ? line.dates.get(group.id) : undefined;
  return date === undefined ? [] : [{ text: `${group.name} ${date}`, loud: false, named: routed, namesStations: false }];
}
