const QUANTITY = /^\d{1,7}([.,]\d{1,3})?$/;

/** A quantity as typed, with a point or a comma; undefined if it is none. */
export function quantityOf(text: string): number | undefined {
  const trimmed = text.trim();
  return QUANTITY.test(trimmed) ? Number(trimmed.replace(',', '.')) : undefined;
}

export function rounded(quantity: number): string {
  return String(Math.round(quantity * 1000) / 1000);
}

export function signed(quantity: number): string {
  return quantity < 0 ? `−${rounded(-quantity)}` : `+${rounded(quantity)}`;
}
