/** Ingredient quantities have at most three decimals; they are added as integers of thousandths. */

export function toThousandths(quantity: number): number {
  return Math.round(quantity * 1000);
}

export function fromThousandths(thousandths: number): number {
  return thousandths / 1000;
}

/** Whether a quantity is a number of at most three decimals (the nearest double of one). */
export function hasThreeDecimals(quantity: number): boolean {
  return fromThousandths(toThousandths(quantity)) === quantity;
}
