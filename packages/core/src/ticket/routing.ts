import type { Word } from '../api/quote.ts';
import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { memoizeByAnswer } from '../quote/answer-cache.ts';
import type { ResolvedLine } from '../quote/resolve-line.ts';
import { acceptedChoices, type AcceptedPick } from '../quote/answers.ts';
import { printedPicks, wordsOfPick } from './words.ts';

/** A station as an index into the menu's stations. */
export type StationIndex = number;

const NO_STATIONS: readonly StationIndex[] = [];

/** The stations, other than home, at which a choice of the item's own groups is made. */
function stationsOfChoice(line: ResolvedLine, group: OfferedGroup, choice: OfferedChoice): readonly StationIndex[] {
  if (choice.station === undefined && group.routes.length === 0 && choice.routes.length === 0) return NO_STATIONS;
  const stations = [...group.routes, ...choice.routes]
    .filter(({ rule }) => line.resolver.ruleHolds(rule))
    .map(({ station }) => station);
  if (choice.station !== undefined) stations.push(choice.station);
  return [...new Set(stations)];
}

/** What an answer prints at stations other than home: the choices made there. */
export interface PrintedElsewhere {
  readonly station: StationIndex;
  readonly words: readonly Word[];
}

/**
 * The words of an answer at the stations where its choices are made, with inner words as at home; and those of inner
 * choices made elsewhere, at depth 0 with their units times those of what opened them, unless the pick that opened them
 * prints there.
 */
export const printedElsewhere = memoizeByAnswer((answer, line: ResolvedLine): readonly PrintedElsewhere[] =>
  acceptedChoices(answer).flatMap((choice) => {
    const stations = stationsOfChoice(line, answer.group, choice);
    if (stations.length === 0 && choice.opens.length === 0) return [];
    return printedPicks(answer, choice, line).flatMap((printed) => {
      const words = wordsOfPick(printed);
      const own = stations.filter((station) => !line.item.homes.has(station)).map((station) => ({ station, words }));
      const there = new Set([...line.item.homes, ...stations]);
      return [...own, ...printed.picks.flatMap((pick) => innerElsewhere(pick, there, pick.units, line))];
    });
  }),
);

function innerElsewhere(
  opener: AcceptedPick,
  there: ReadonlySet<StationIndex>,
  times: number,
  line: ResolvedLine,
): PrintedElsewhere[] {
  return opener.inner.flatMap((answer) =>
    acceptedChoices(answer).flatMap((choice) =>
      printedPicks(answer, choice, line).flatMap((printed) => {
        const { station } = choice;
        const prints = station !== undefined && !there.has(station);
        const own = prints ? [{ station, words: wordsOfPick(printed, times) }] : [];
        const everywhere = prints ? new Set([...there, station]) : there;
        const inner = printed.picks.flatMap((pick) => innerElsewhere(pick, everywhere, pick.units * times, line));
        return [...own, ...inner];
      }),
    ),
  );
}
