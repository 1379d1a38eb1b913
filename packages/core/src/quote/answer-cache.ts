import type { CompiledItem, CompiledMenu, Keeping, OfferedGroup } from '../compile/compiled.ts';
import type { GroupAnswer, AcceptedPick } from './answers.ts';
import type { Problem } from './problem.ts';
import type { Pick } from './request-schema.ts';

/**
 * Guests of one house answer a question in the same few ways. An answer on which nothing bears but its own picks
 * and what the compiled group names as deciding is therefore kept with the menu's revision, and what follows from
 * it (its parts of the price, its words on tickets, its view) is worked out once and shared by all quotes.
 */

/** What stands in a group after certain picks, in a certain state of the rules that decide over it. */
export interface Stood {
  readonly picks: readonly AcceptedPick[];
  readonly count: number;
  /** Why other picks do not stand. */
  readonly problems: readonly Problem[];
  /** The answers with these picks, by the state of all else that decides over them; undefined where none are kept. */
  readonly answers: Map<number, GroupAnswer> | undefined;
}

/** How many answers a revision of a menu keeps before it forgets them all and starts anew: some tens of megabytes. */
const MOST_KEPT = 20_000;

/** The answers that are kept of one revision of a menu. */
export class AnswerCache {
  #size = 0;
  #places = new Map<CompiledItem, Map<number, Stood>[]>();

  /** Where what stands in a group is kept, by its picks and the rules that decide over them. */
  placeOf(item: CompiledItem, group: number): Map<number, Stood> | undefined {
    if (this.#size > MOST_KEPT) {
      this.#size = 0;
      this.#places = new Map();
    }
    const known = this.#places.get(item);
    if (known) return known[group];
    const places = item.groups.map(() => new Map<number, Stood>());
    this.#places.set(item, places);
    return places[group];
  }

  /** Keeps something in its place. */
  keep<T>(place: Map<number, T>, key: number, thing: T): T {
    this.#size++;
    place.set(key, thing);
    return thing;
  }
}

/**
 * Sound picks of a group, in the order picked, as a number of their own: each pick is a digit that is put behind the
 * others. NaN once one of them is unsound or has inner answers; no longer exact where they are very many.
 */
export function keyWithPick(key: number, group: OfferedGroup, { mostUnits, radix }: Keeping, pick: Pick): number {
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
  const kept = new AnswerCache();
  byMenu.set(menu, kept);
  return kept;
}

let facts = 0;

/** A fact that follows from an answer, worked out once for an answer that is kept and each time for any other. */
export function memoizeByAnswer<Told, Fact>(workOut: (answer: GroupAnswer, context: Told) => Fact): (answer: GroupAnswer, context: Told) => Fact {
  const place = facts++;
  return (answer, context) => {
    const { kept } = answer;
    if (!kept) return workOut(answer, context);
    const known = kept[place];
    if (known !== undefined) return known as Fact;
    const fact = workOut(answer, context);
    kept[place] = fact;
    return fact;
  };
}
