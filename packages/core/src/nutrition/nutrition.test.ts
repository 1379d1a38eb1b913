import { describe, expect, it } from 'vitest';
import { EU_ALLERGENS, US_ALLERGENS } from './allergens.ts';
import { declareCalories, declaredRange, roundedCalories } from './calories.ts';

/** 21 CFR 101.9(c)(1) and 101.11(b)(2)(i)(A), from memory. */
describe('declared calories', () => {
  it.each([
    [0, 0],
    [4, 0],
    [5, 5],
    [7, 5],
    [8, 10],
    [47, 45],
    [48, 50],
    [50, 50],
    [51, 50],
    [54, 50],
    [55, 60],
    [244, 240],
    [245, 250],
  ])('%i is declared as %i', (calories, declared) => {
    expect(roundedCalories(calories)).toBe(declared);
  });

  it.each([
    [[], ''],
    [[244], '240'],
    [[150, 250], '150/250'],
    [[251, 249], '250'],
    [[150, 200, 303], '150-300'],
  ])('%j is declared as %s', (values, declared) => {
    expect(declareCalories(values)).toBe(declared);
  });
});

it.each([
  [{ min: 244, max: 244 }, '9', '240'],
  [{ min: 150, max: 250 }, '2', '150/250'],
  [{ min: 150, max: 303 }, '3', '150-300'],
  [{ min: 249, max: 251 }, '3', '250'],
])('%j of %s builds is declared as %s', (range, builds, declared) => {
  expect(declaredRange(range, builds)).toBe(declared);
});

/** Counted in the texts: Annex II has 14, FALCPA 8 and the FASTER Act one more. */
it('knows the allergens of the European Union and of the United States', () => {
  expect([new Set(EU_ALLERGENS).size, new Set(US_ALLERGENS).size]).toEqual([14, 9]);
});
