import { describe, expect, it } from 'vitest';
import { Random } from '../testing/random.ts';
import { Budget, OverBudget } from './budget.ts';
import { eliminate, eliminateAllBut, type Factor } from './eliminate.ts';
import { keyOf, layoutOf, moved, moves } from './layout.ts';
import { ONE, plus, type Span, times } from './span.ts';
import { both, byPick, either, type Witnesses } from './witness.ts';

const SIZES = [2, 3, 2, 4];
const sizeOf = (variable: number) => SIZES[variable] ?? 1;
const free = () => new Budget(Infinity);

/** Every assignment of some variables. */
function assignments(scope: readonly number[]): number[][] {
  return scope.reduce<number[][]>(
    (all, variable) => all.flatMap((one) => Array.from({ length: sizeOf(variable) }, (_, value) => [...one, value])),
    [[]],
  );
}

function spanOf(random: Random): Span {
  const [low, fewest] = [random.int(-50, 50), random.int(0, 90)];
  return {
    count: BigInt(random.int(1, 4)),
    low,
    high: low + random.int(0, 20),
    fewest,
    most: fewest + random.int(0, 9),
    witnesses: undefined,
  };
}

/** A random factor over some variables, with some assignments missing. */
function factorOver(random: Random, scope: readonly number[]): Factor {
  const layout = layoutOf(scope, sizeOf);
  const table = new Map<number, Span>();
  for (const values of assignments(scope)) {
    if (random.chance(0.8))
      table.set(
        keyOf(layout, (variable) => values[scope.indexOf(variable)] ?? 0),
        spanOf(random),
      );
  }
  return { scope, table };
}

/** The product of the factors, assignment by assignment: the plain definition of what is computed. */
function summedPlainly(factors: readonly Factor[], keep: readonly number[]): Map<string, Span> {
  const all = [...new Set(factors.flatMap(({ scope }) => scope))].sort((a, b) => a - b);
  const sums = new Map<string, Span>();
  for (const values of assignments(all)) {
    const valueOf = (variable: number) => values[all.indexOf(variable)] ?? 0;
    const spans = factors.map(({ scope, table }) => table.get(keyOf(layoutOf(scope, sizeOf), valueOf)));
    if (spans.includes(undefined)) continue;
    const key = keep
      .filter((variable) => all.includes(variable))
      .map(valueOf)
      .join(',');
    sums.set(
      key,
      plus(
        sums.get(key),
        spans.reduce<Span>((product, span) => times(product, span ?? ONE), ONE),
      ),
    );
  }
  return sums;
}

describe('a layout', () => {
  it('gives each assignment a number of its own, in a row from 0', () => {
    const scope = [0, 1, 3];
    const layout = layoutOf(scope, sizeOf);
    const keys = assignments(scope).map((values) => keyOf(layout, (variable) => values[scope.indexOf(variable)] ?? 0));
    expect(keys.toSorted((a, b) => a - b)).toEqual(Array.from({ length: 2 * 3 * 4 }, (_, i) => i));
  });

  it('moves an assignment to another layout, and leaves out what is not there', () => {
    const [wide, narrow] = [layoutOf([0, 1, 3], sizeOf), layoutOf([1, 2, 3], sizeOf)];
    const values = [1, 2, 0, 3];
    const key = keyOf(wide, (variable) => values[variable] ?? 0);
    expect(moved(key, moves([1, 3], wide, narrow))).toBe(
      keyOf(narrow, (variable) => (variable === 2 ? 0 : (values[variable] ?? 0))),
    );
    expect(moved(key, moves([0, 1, 3], wide, layoutOf([0], sizeOf)))).toBe(1);
  });

  it('is refused where numbers can’t tell the assignments apart', () => {
    expect(() =>
      layoutOf(
        Array.from({ length: 60 }, (_, i) => i),
        () => 2,
      ),
    ).toThrow(OverBudget);
  });
});

describe('summing variables out', () => {
  it('is the sum over every assignment of the product', () => {
    const random = new Random(7);
    let possible = 0;
    for (let round = 0; round < 200; round++) {
      const scopes = [[0, 1], [1, 2], [2, 3], [0, 3], [1], [1, 3]].filter(() => random.chance(0.7));
      const factors = scopes.map((scope) => factorOver(random, scope));
      const keep = [0, 1, 2, 3].filter(() => random.chance(0.3));
      const { scope, table } = eliminateAllBut(keep, factors, sizeOf, free());
      const layout = layoutOf(scope, sizeOf);
      const found = new Map(
        assignments(scope).flatMap((values) => {
          const span = table.get(keyOf(layout, (variable) => values[scope.indexOf(variable)] ?? 0));
          return span ? [[values.join(','), span] as const] : [];
        }),
      );
      const truth = factors.length === 0 ? new Map([['', ONE]]) : summedPlainly(factors, keep);
      expect({ round, found }).toEqual({ round, found: truth });
      possible += truth.size;
    }
    expect(possible).toBeGreaterThan(100);
  });

  it('finds nothing where factors leave no assignment in common', () => {
    const only = (value: number): Factor => ({ scope: [1], table: new Map([[value, ONE]]) });
    expect(eliminate([only(0), only(1)], sizeOf, free())).toBeUndefined();
    expect(eliminate([only(2), only(2)], sizeOf, free())).toEqual(ONE);
    expect(eliminate([], sizeOf, free())).toEqual(ONE);
  });

  it('stops where it takes more steps than it may', () => {
    const random = new Random(3);
    const factors = [factorOver(random, [0, 1]), factorOver(random, [1, 3])];
    expect(() => eliminate(factors, sizeOf, new Budget(5))).toThrow(OverBudget);
    const taken: number[] = [];
    eliminate(factors, sizeOf, new Budget(1000, (steps, most) => (taken.push(steps), most === 1000)));
    expect(taken.length).toBeGreaterThan(0);
    expect(() => eliminate(factors, sizeOf, new Budget(1000, () => false))).toThrow(OverBudget);
  });
});

describe('ways', () => {
  const pick = (choice: string, more: object = {}) => ({ group: 'g', choice, ...more });
  const nothing: Witnesses = [{ picks: [], taps: 0, price: 0 }];
  const [a, b] = [byPick(pick('a'), 100, nothing), byPick(pick('b', { units: 3 }), -200, nothing)];

  it('count a tap for each unit and each amount, inner ones too', () => {
    expect(a).toEqual([{ picks: [pick('a')], taps: 1, price: 100 }]);
    expect(byPick(pick('c', { units: 2, amount: 'more' }), 0, b)).toEqual([
      { picks: [pick('c', { units: 2, amount: 'more', picks: [pick('b', { units: 3 })] })], taps: 6, price: -200 },
    ]);
  });

  it('keep the shortest, and longer ones only where they are cheaper', () => {
    expect(either(a, b)).toEqual([...a, ...b]);
    expect(either(a, byPick(pick('d', { units: 2 }), 100, nothing))).toEqual(a);
    expect(either(a, byPick(pick('e'), 50, nothing))).toEqual(byPick(pick('e'), 50, nothing));
  });

  it('go through two independent parts', () => {
    expect(both(a, either(nothing, b))).toEqual([
      ...a,
      { picks: [pick('a'), pick('b', { units: 3 })], taps: 4, price: -100 },
    ]);
  });

  it('are of the same price as the lowest of a span, wherever they are known', () => {
    const span = (witnesses: Witnesses): Span => ({
      ...ONE,
      low: Math.min(...witnesses.map(({ price }) => price)),
      witnesses: witnesses,
    });
    const product = times(span(either(a, b)), { ...ONE, low: 30, high: 40 });
    expect(product.low).toBe(product.witnesses?.at(-1)?.price);
    expect(plus(product, span(a)).witnesses?.[0]).toEqual(a[0]);
  });
});
