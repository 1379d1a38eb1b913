import type { Problem } from '../api/quote.ts';
import type { CompiledItem, CompiledMenu, CacheDependencies, OfferedGroup } from '../compile/compiled.ts';
import type { GroupAnswer, AcceptedPick } from './answers.ts';
import type { Pick } from '../api/line.ts';

/**
 * Guests answer most groups in the same few ways. A group's answer that depends only on its own picks and on the
 * compiled group's cache dependencies is therefore cached per menu revision, together with everything derived from it
 * (price parts, ticket words, view), and shared by all quotes.
 */

/** A group's accepted picks, for given picks and a given state of the rules that decide about them. */
export interface ResolvedPicks {
  readonly picks: readonly AcceptedPick[];
  readonly count: number;
  /** Why the other picks were rejected. */
  readonly problems: readonly Problem[];
  /** Cached answers with these picks, by the state of all other dependencies; undefined where nothing is cached. */
  readonly answers: Map<number, GroupAnswer> | undefined;
}

/** Cached answers per menu revision before the cache is cleared: some tens of megabytes. */
const MAX_ENTRIES = 20_000;

/** The answer cache of one menu revision. */
export class AnswerCache {
  #size = 0;
  #places = new Map<CompiledItem, Map<number, ResolvedPicks>[]>();

  /** The cache entries of a group, by a key of its picks and the rules that decide about them. */
  entriesOf(item: CompiledItem, group: number): Map<number, ResolvedPicks> | undefined {
    if (this.#size > MAX_ENTRIES) {
      this.#size = 0;
      this.#places = new Map();
    }
    const known = this.#places.get(item);
    if (known) return known[group];
    const places = item.groups.map(() => new Map<number, ResolvedPicks>());
    this.#places.set(item, places);
    return places[group];
  }

  /** Stores an entry and returns it. */
  store<T>(place: Map<number, T>, key: number, thing: T): T {
    this.#size++;
    place.set(key, thing);
    return thing;
  }
}

/**
 * Appends a pick to the cache key of a group's picks in the order picked: each valid pick is one digit. NaN once a pick
 * is invalid or has inner answers; beyond the safe integer range where there are very many.
 */
export function keyWithPick(
  key: number,
  group: OfferedGroup,
  { mostUnits, radix }: CacheDependencies,
  pick: Pick,
): number {
  if (pick.picks || pick.notes) return NaN;
  const choice = group.choiceIndex.get(pick.choice);
  const { units = 1, amount } = pick;
  if (choice === undefined || !Number.isInteger(units) || units < 1 || units > mostUnits) return NaN;
  const how = amount === undefined ? 0 : amountDigit(group, amount);
  return key * radix + (how * mostUnits + units - 1) * group.choices.length + choice + 1;
}

function amountDigit({ amounts }: OfferedGroup, amount: string): number {
  let digit = 0;
  for (const known of amounts.keys()) {
    digit++;
    if (known === amount) return digit;
  }
  return NaN;
}

const byMenu = new WeakMap<CompiledMenu, AnswerCache>();

export function answerCacheOf(menu: CompiledMenu): AnswerCache {
  const known = byMenu.get(menu);
  if (known) return known;
  const cache = new AnswerCache();
  byMenu.set(menu, cache);
  return cache;
}

let nextSlot = 0;

/** Memoizes a function of an answer for cached answers; computes it each time for others. */
export function memoizeByAnswer<Context, Fact>(
  compute: (answer: GroupAnswer, context: Context) => Fact,
): (answer: GroupAnswer, context: Context) => Fact {
  const slot = nextSlot++;
  return (answer, context) => {
    const { memo } = answer;
    if (!memo) return compute(answer, context);
    const known = memo[slot];
    if (known !== undefined) return known as Fact;
    const fact = compute(answer, context);
    memo[slot] = fact;
    return fact;
  };
}
