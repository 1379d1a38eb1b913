import { type Random } from '../../../../packages/core/src/testing/random.ts';

/** Values that break careless code: every type, every edge, and text that can't be stored. */
const NASTY: readonly unknown[] = [
  null,
  true,
  false,
  0,
  -1,
  1,
  0.5,
  1e308,
  -1e308,
  2 ** 31,
  2 ** 53,
  2 ** 53 + 2,
  '',
  ' ',
  'x',
  '\u0000',
  '\ud800',
  'a\udc00b',
  '\u202eabc',
  '\u001bp0',
  'constructor',
  '__proto__',
  'ü'.repeat(200),
  'x'.repeat(5_000),
  [],
  {},
  [[]],
  [null],
  { toString: 1 },
  { length: 5 },
  { __proto__: null },
  [1, 'two', {}],
  { 'a/b': { '~': [] } },
];

/** A value with a few of its parts replaced, removed, repeated or added. */
export function mutated(value: unknown, random: Random): unknown {
  let result = structuredClone(value);
  for (let i = random.int(1, 3); i > 0; i--) result = mutatedOnce(result, random);
  return result;
}

function mutatedOnce(value: unknown, random: Random): unknown {
  if (typeof value !== 'object' || value === null || random.chance(0.15)) return random.pick(NASTY);
  const copy = (Array.isArray(value) ? [...value] : { ...value }) as Record<string, unknown>;
  const keys = Object.keys(copy);
  const key = keys.length === 0 ? undefined : random.pick(keys);
  if (key === undefined || random.chance(0.15)) {
    Object.defineProperty(copy, random.pick(['extra', '0', 'id', 'groups', '\u0000', 'constructor']), {
      value: random.pick(NASTY),
      enumerable: true,
      configurable: true,
      writable: true,
    });
    return copy;
  }
  if (random.chance(0.12)) {
    if (Array.isArray(copy)) copy.splice(Number(key), 1);
    else Reflect.deleteProperty(copy, key);
    return copy;
  }
  if (Array.isArray(copy) && random.chance(0.1))
    return [...copy, ...Array.from({ length: random.int(1, 40) }, () => copy[Number(key)] as unknown)];
  copy[key] = mutatedOnce(copy[key], random);
  return copy;
}

/** An unlikely URL segment. */
export function mutatedPart(random: Random): string {
  const text = random.pick([
    'x',
    '0',
    '-1',
    '1e9',
    '2147483648',
    '9007199254740993',
    '00000000-0000-4000-8000-000000000000',
    '\u0000',
    'ü',
    '..',
    '%',
    'a/b',
    "'; drop table orders; --",
    'x'.repeat(300),
    '\u202e',
  ]);
  return random.chance(0.06) ? random.pick(['%00', '%', '%ff', '%ed%a0%80', '%2e%2e%2f']) : encodeURIComponent(text);
}
