/**
 * Calories as declared on menus under the rules of the US Food and Drug Administration, from memory: rounding by 21 CFR
 * 101.9(c)(1), the form for items with several choices by 21 CFR 101.11(b)(2)(i)(A).
 */

/** To the nearest 5 up to 50, to the nearest 10 above; below 5 may be declared as 0. */
export function roundedCalories(calories: number): number {
  if (calories < 5) return 0;
  const step = calories <= 50 ? 5 : 10;
  return Math.round(calories / step) * step;
}

/**
 * The declaration for the values an item can have: one number, two with a slash, more as a range. Values that round to
 * the same number are one.
 */
export function declareCalories(values: readonly number[]): string {
  const rounded = [...new Set(values.map(roundedCalories))].sort((a, b) => a - b);
  const [least, ...others] = rounded;
  if (least === undefined) return '';
  const most = others.at(-1);
  if (most === undefined) return String(least);
  return values.length <= 2 ? `${least}/${most}` : `${least}-${most}`;
}

/**
 * The declaration for an item whose builds have from `least` to `most` calories: two values are written with a slash
 * only where there are two builds, so that a guest can take them for the choices there are.
 */
export function declaredRange({ min, max }: { readonly min: number; readonly max: number }, builds: string): string {
  return declareCalories(min === max ? [min] : builds === '2' ? [min, max] : [min, max, max]);
}
