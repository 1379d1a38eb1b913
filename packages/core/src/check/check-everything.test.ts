import { describe, expect, it } from 'vitest';
import { checkMenu, type Context, type Menu, quoteLine } from '../index.ts';
import { type Found, tryEveryAnswer } from '../testing/brute-check.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { tapsOf, tryEveryBuild } from '../testing/brute-force.ts';
import { randomMenu } from '../testing/random-menu.ts';

const clock = () => '2026-05-12T13:00';
const context: Context = { at: '2026-05-12T13:00' };

/** Rules about circumstances create several occasions; without them there is only one. */
function withoutOccasions(menu: Menu): Menu {
  return {
    ...menu,
    rules: (menu.rules ?? []).filter(({ when }) => !/channel|daypart|priceList|quantity/.test(JSON.stringify(when))),
  };
}

/**
 * The same menu with plain choices discounted so far that some prices become negative; unchanged if that is invalid.
 */
function discounted(menu: Menu): Menu {
  const less = structuredClone(menu);
  for (const group of less.groups) {
    for (const choice of group.kind === 'choices' ? (group.choices ?? []) : []) {
      if (choice.price && 'add' in choice.price && typeof choice.price.add === 'number') choice.price.add -= 500;
    }
  }
  return faultsOfMeaning(less).length === 0 ? less : menu;
}

describe('line check, against trying everything,', () => {
  it('finds what no build has and what every build has, as trying every build does', () => {
    const met = { judged: 0, below: 0 };
    for (let seed = 1; seed <= 160; seed++) {
      const drawn = withoutOccasions(randomMenu(seed, { groups: 4, choices: 3, rules: 5 }));
      const menu = seed % 2 === 0 ? discounted(drawn) : drawn;
      const truth = tryEveryBuild(menu, context, 1500);
      if (!truth) continue;
      met.judged++;
      met.below += truth.belowZero < Infinity ? 1 : 0;
      const findings = checkMenu(menu, context, clock);
      const places = (code: string) =>
        findings
          .filter((it) => it.code === code)
          .map(({ where }) => where.replace('items/it0/groups/', '').replace('/choices/', '/'))
          .sort();
      expect({ seed, cannot: places('cannot-order').length > 0 }).toEqual({ seed, cannot: truth.builds === 0 });
      const [below] = findings.filter(({ code }) => code === 'price-below-zero');
      expect({ seed, below: below ? tapsOf(below.picks ?? []) : Infinity }).toEqual({ seed, below: truth.belowZero });
      if (truth.builds === 0) continue;
      const asked = new Set(menu.items[0]?.groups?.map(({ group }) => group));
      const choices = menu.groups.flatMap((group) =>
        group.kind === 'choices' && asked.has(group.id)
          ? (group.choices ?? []).map(({ id }) => ({ group, id, path: `${group.id}/${id}` }))
          : [],
      );
      const hidden = new Set(places('never-offered').filter((where) => !where.includes('/')));
      const never = choices.filter(({ path }) => !truth.having.has(path)).map(({ path }) => path);
      expect({ seed, never: places('never-offered').filter((where) => where.includes('/')) }).toEqual({
        seed,
        never: never.filter((path) => !hidden.has(path.split('/')[0] ?? '')).sort(),
      });
      for (const group of hidden)
        expect(
          never.some((path) => path.startsWith(`${group}/`)) ||
            !choices.some(({ path }) => path.startsWith(`${group}/`)),
        ).toBe(true);
      const forced = choices.filter(
        ({ group, path }) => truth.having.get(path) === truth.builds && (group.choices?.length ?? 0) > 1,
      );
      expect({ seed, forced: places('forced') }).toEqual({ seed, forced: forced.map(({ path }) => path).sort() });
    }
    expect(met.judged).toBeGreaterThan(50);
    expect(met.below).toBeGreaterThan(3);
  });

  it('finds where rules never hold, disagree and leave a guest stuck, and the shortest way there, as trying every answer does', () => {
    const met = { neverFires: 0, disagree: 0, cannotSatisfy: 0, deadEnds: 0 };
    for (let seed = 1; seed <= 180; seed++) {
      const menu = withoutOccasions(randomMenu(seed, { groups: 4, choices: 3, rules: 6 }));
      const truth = tryEveryAnswer(menu, context, 800);
      if (!truth) continue;
      const findings = checkMenu(menu, context, clock);
      const places = (code: string, below: string) =>
        findings
          .filter((it) => it.code === code)
          .map(({ where }) => where.replace(below, ''))
          .sort();
      const taps = (code: string, below: string) =>
        new Map(
          findings
            .filter((it) => it.code === code)
            .map(({ where, picks }) => [where.replace(below, ''), tapsOf(picks ?? [])]),
        );
      const found = {
        neverFires: places('rule-never-fires', 'rules/'),
        disagree: taps('rules-disagree', 'rules/'),
        cannotSatisfy: places('cannot-satisfy', 'items/it0/groups/'),
        deadEnds: taps('dead-end', 'items/it0/groups/'),
      };
      expect({ seed, ...found }).toEqual({ seed, ...truth });
      met.neverFires += truth.neverFires.length;
      met.disagree += truth.disagree.size;
      met.cannotSatisfy += truth.cannotSatisfy.length;
      met.deadEnds += truth.deadEnds.size;
    }
    expect(Math.min(...Object.values(met)), JSON.stringify(met)).toBeGreaterThan(1);
  });

  it('tries everything on every occasion that the rules tell apart, and a line made of a finding shows it', () => {
    const occasions = (['online', 'pos'] as const).flatMap((channel) =>
      ['2026-05-12T13:00', '2026-05-12T08:00'].flatMap((at) =>
        ['house', 'bike'].flatMap((priceList) => [1, 2].map((quantity) => ({ channel, at, priceList, quantity }))),
      ),
    );
    const met = { judged: 0, never: 0, disagree: 0, stuck: 0 };
    for (let seed = 1; seed <= 140; seed++) {
      const menu = randomMenu(seed, { groups: 3, choices: 3, rules: 6 });
      const truths = occasions.map((occasion) => tryEveryAnswer(menu, occasion, 120));
      const [first] = truths;
      if (!first || (menu.rules ?? []).length === 0) continue;
      const never = first.neverFires.filter((id) => truths.every((truth) => truth?.neverFires.includes(id)));
      const onAny = (idsOf: (truth: Found) => Iterable<string>) =>
        [...new Set(truths.flatMap((truth) => (truth ? [...idsOf(truth)] : [])))].sort();
      const [disagree, cannotSatisfy, deadEnds] = [
        onAny((it) => it.disagree.keys()),
        onAny((it) => it.cannotSatisfy),
        onAny((it) => it.deadEnds.keys()),
      ];
      const findings = checkMenu(menu, context, clock);
      const places = (code: string) =>
        findings
          .filter((it) => it.code === code)
          .map(({ where }) => where.replace(/^(rules|items.it0.groups)./, ''))
          .sort();
      const found = {
        never: places('rule-never-fires'),
        disagree: places('rules-disagree'),
        cannotSatisfy: places('cannot-satisfy'),
        deadEnds: places('dead-end'),
      };
      expect({ seed, ...found }).toEqual({ seed, never, disagree, cannotSatisfy, deadEnds });
      for (const { code, where, picks = [], occasion } of findings.filter(
        (it) => it.code === 'cannot-satisfy' || it.code === 'dead-end',
      )) {
        const { groups } = quoteLine(menu, { ...context, item: '', ...occasion, picks: [...picks] }, clock);
        expect({ seed, code, shown: groups.some(({ group }) => where.endsWith(`/${group}`)) }).toEqual({
          seed,
          code,
          shown: true,
        });
      }
      met.judged++;
      met.never += never.length;
      met.disagree += disagree.length;
      met.stuck += deadEnds.length;
    }
    expect(met.judged).toBeGreaterThan(40);
    expect(Math.min(met.never, met.disagree, met.stuck), JSON.stringify(met)).toBeGreaterThan(0);
  });
});
