/** Ingredient quantities have at most three decimals and are added as integer thousandths. */

export function toThousandths(quantity: number): number {
  return Math.round(quantity * 1000);
}

export function fromThousandths(thousandths: number): number {
  return thousandths / 1000;
}

/** Whether a quantity has at most three decimals (as the nearest double). */
export function hasThreeDecimals(quantity: number): boolean {
  return fromThousandths(toThousandths(quantity)) === quantity;
}
