import { compileMenu } from '../compile/compile-menu.ts';
import { type Condition, type Context, type Menu, type Pick as GuestPick, quoteLine, type Rule } from '../index.ts';
import { answersTo, lineOf, tapsOf } from './brute-force.ts';
import { cross } from './combinations.ts';

/** What trying every answer to a menu's first item finds about its rules and dead ends. */
export interface Found {
  readonly neverFires: string[];
  /** The fewest taps that lead there, as for dead ends. */
  readonly disagree: ReadonlyMap<string, number>;
  readonly cannotSatisfy: string[];
  readonly deadEnds: ReadonlyMap<string, number>;
}

/**
 * One attempt to answer everything: faults by group (including those inside its picks), the groups asked, what picks
 * open and in which group, and the true rules.
 */
interface Tried {
  readonly answers: readonly (readonly GuestPick[])[];
  readonly wrong: ReadonlySet<string>;
  readonly asked: ReadonlySet<string>;
  readonly opened: readonly { readonly id: string; readonly within: string }[];
  readonly held: ReadonlySet<string>;
}

/** Tries every answer, valid or not; undefined if there are more than `most`. */
export function tryEveryAnswer(menu: Menu, context: Context, most: number): Found | undefined {
  // Every rule tells when it is true.
  const telling: Menu = {
    ...menu,
    rules: (menu.rules ?? []).map((rule) => ({ ...rule, then: [...rule.then, { tell: `holds ${rule.id}` }] })),
  };
  const item = compileMenu(telling).item(menu.items[0]?.id ?? '');
  if (!item) return undefined;
  const answers = item.groups.map(answersTo);
  if (answers.reduce((product, list) => product * list.length, 1) > most) return undefined;
  const tried = cross(answers).map((build): Tried => {
    const { problems, groups, tells } = quoteLine(
      telling,
      lineOf(telling, context, item.item.id, build.flat()),
      () => '',
    );
    return {
      answers: build,
      wrong: new Set(
        problems.flatMap(({ group = '', at: [opener] = [] }) => [group, build.flat()[opener ?? -1]?.group ?? group]),
      ),
      asked: new Set(groups.filter(({ at }) => at === undefined).map(({ group }) => group)),
      opened: groups.flatMap(({ group, at }) =>
        at ? [{ id: group, within: build.flat()[at[0] ?? -1]?.group ?? '' }] : [],
      ),
      held: new Set(tells.map((text) => text.replace('holds ', ''))),
    };
  });
  const ids = item.groups.map(({ id }) => id);
  const rules = item.rules.flatMap(({ id }) => menu.rules?.find((rule) => rule.id === id) ?? []);
  return { ...ofRules(rules, ids, tried), ...ofGroups(rules, ids, tried) };
}

/** The fewest taps in some groups over some attempts; Infinity if there are none. */
function fewest(tried: readonly Tried[], ids: readonly string[], groups: readonly string[]): number {
  return Math.min(...tried.map(({ answers }) => tapsOf(groups.flatMap((group) => answers[ids.indexOf(group)] ?? []))));
}

function ofRules(
  rules: readonly Rule[],
  ids: readonly string[],
  tried: readonly Tried[],
): Pick<Found, 'neverFires' | 'disagree'> {
  const holdTogether = (together: readonly Rule[]) => {
    const looked = withBefore(
      rules,
      together.flatMap(({ when }) => looksAt(when)),
    );
    return fewest(
      tried.filter(
        ({ wrong, held }) => together.every(({ id }) => held.has(id)) && looked.every((group) => !wrong.has(group)),
      ),
      ids,
      looked,
    );
  };
  const disagree = new Map<string, number>();
  rules.forEach((later, j) => {
    for (const one of rules.slice(0, j)) {
      if (!clash(one, later) || disagree.has(later.id) || holdTogether([one, later]) === Infinity) continue;
      disagree.set(later.id, holdTogether([one, later]));
    }
  });
  return {
    neverFires: rules
      .filter((rule) => holdTogether([rule]) === Infinity)
      .map(({ id }) => id)
      .sort(),
    disagree,
  };
}

function ofGroups(
  rules: readonly Rule[],
  ids: readonly string[],
  tried: readonly Tried[],
): Pick<Found, 'cannotSatisfy' | 'deadEnds'> {
  const cannotSatisfy = stuckInside(rules, tried);
  const deadEnds = new Map<string, number>();
  const keyOf = (groups: readonly string[], answers: Tried['answers']) =>
    JSON.stringify(groups.map((group) => answers[ids.indexOf(group)]));
  for (const id of ids) {
    const before = withBefore(rules, deciders(rules, id));
    const asked = tried.filter((one) => one.asked.has(id) && before.every((group) => !one.wrong.has(group)));
    /** Whether the group has a valid answer, by the answers before it. */
    const answerable = new Map<string, boolean>();
    for (const { answers, wrong } of asked) {
      const key = keyOf(before, answers);
      answerable.set(key, (answerable.get(key) ?? false) || !wrong.has(id));
    }
    const witnesses = [...answerable.values()];
    if (witnesses.length > 0 && !witnesses.includes(true)) cannotSatisfy.add(id);
    else if (witnesses.includes(false))
      deadEnds.set(
        id,
        fewest(
          asked.filter(({ answers }) => answerable.get(keyOf(before, answers)) === false),
          ids,
          before,
        ),
      );
  }
  return { cannotSatisfy: [...cannotSatisfy].sort(), deadEnds };
}

/** Groups that a pick opens, after valid answers to what comes before it, for which no attempt has a valid answer. */
function stuckInside(rules: readonly Rule[], tried: readonly Tried[]): Set<string> {
  const well = new Set(tried.flatMap(({ opened, wrong }) => opened.flatMap(({ id }) => (wrong.has(id) ? [] : [id]))));
  const reached = tried.flatMap(({ opened, wrong }) =>
    opened.filter(({ within }) => withBefore(rules, deciders(rules, within)).every((group) => !wrong.has(group))),
  );
  return new Set(reached.flatMap(({ id }) => (well.has(id) ? [] : [id])));
}

function looksAt(when: Condition): string[] {
  if ('all' in when) return when.all.flatMap(looksAt);
  if ('any' in when) return when.any.flatMap(looksAt);
  if ('not' in when) return looksAt(when.not);
  if ('picked' in when) return [when.picked.split('/')[0] ?? ''];
  return 'units' in when ? [when.units.of.split('/')[0] ?? ''] : [];
}

/** The groups that affect whether a group is asked and what may be picked in it. */
function deciders(rules: readonly Rule[], id: string): string[] {
  const isOn = (path: string) => path.split('/')[0] === id;
  return rules.flatMap(({ when, then }) => {
    const decides = then.some(
      (effect) =>
        ('show' in effect && isOn(effect.show)) ||
        ('hide' in effect && isOn(effect.hide)) ||
        ('limit' in effect && effect.limit.group === id),
    );
    return decides ? looksAt(when) : [];
  });
}

/** Some groups and everything that affects them. */
function withBefore(rules: readonly Rule[], groups: readonly string[]): string[] {
  const all = new Set(groups);
  for (const id of all) for (const before of deciders(rules, id)) all.add(before);
  return [...all];
}

function clash(one: Rule, other: Rule): boolean {
  return one.then.some((a) =>
    other.then.some(
      (b) =>
        ('setBase' in a && 'setBase' in b) ||
        ('setChoice' in a && 'setChoice' in b && a.setChoice.choice === b.setChoice.choice) ||
        ('show' in a && 'hide' in b && a.show === b.hide) ||
        ('hide' in a && 'show' in b && a.hide === b.show),
    ),
  );
}
