import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { currencyCodes, minorDigits } from './currencies.ts';
import { share } from './money.ts';
import { fromThousandths, hasThreeDecimals, toThousandths } from './thousandths.ts';

describe('share', () => {
  it('agrees with decimal.js on random values, products beyond 2^53 included', () => {
    const money = fc.integer({ min: -100_000_000_000, max: 100_000_000_000 });
    fc.assert(
      fc.property(money, fc.integer({ min: -1_000_000, max: 1_000_000 }), (amount, bp) => {
        const exact = new Decimal(amount).times(bp).div(10_000).toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
        expect(share(amount, bp) + 0).toBe(exact.toNumber() + 0);
      }),
      { seed: 1, numRuns: 5000 },
    );
  });

  it.each([
    [5, 1000, 1],
    [-5, 1000, -1],
    [15, 1000, 2],
    [-15, 1000, -2],
    [4, 1000, 0],
    [895, 22_500, 2014],
    [895, -1500, -134],
  ])('of %i at %i is %i', (amount, bp, value) => {
    expect(share(amount, bp)).toBe(value);
  });
});

describe('thousandths', () => {
  it('come back as the quantity they were made of', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000_000 }),
        (n) => toThousandths(fromThousandths(n)) === n && hasThreeDecimals(n / 1000),
      ),
      { seed: 2 },
    );
    expect(hasThreeDecimals(0.1234)).toBe(false);
  });
});

/** ISO 4217, checked against the platform's Intl (Unicode CLDR), which shows fewer digits for some. */
describe('currencies', () => {
  const CUSTOM_DIGITS = new Set(
    'AFN ALL IQD IRR KPW LAK LBP MGA MMK PKR RSD SLE SOS SYP TZS UZS YER IDR CLF UYW COP HUF TWD CRC'.split(' '),
  );

  it('have the minor digits that Intl knows', () => {
    const digits = (currency: string) =>
      new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits;
    const differing = currencyCodes().filter((code) => digits(code) !== minorDigits(code) && !CUSTOM_DIGITS.has(code));
    expect(differing).toEqual([]);
    expect(['JPY', 'USD', 'KWD'].map(minorDigits)).toEqual([0, 2, 3]);
  });

  it('are known to Intl, but for the newest and the fund codes', () => {
    const known = new Set(Intl.supportedValuesOf('currency'));
    const unlisted = 'XCG VED ZWG UYI CLF UYW BOV CHE CHW COU MXV USN'.split(' ');
    expect(currencyCodes().filter((code) => !known.has(code) && !unlisted.includes(code))).toEqual([]);
  });
});
