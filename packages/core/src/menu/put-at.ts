import type { Menu, Text } from './document.ts';
import type { Price } from '../money/money.ts';
import { parsePointer } from './fault.ts';

/** Writes a text or a price at its path, as `eachText` and `eachPrice` have it, into a menu that may be changed. */
export function putAt(menu: Menu, path: string, value: Text | Price): void {
  const steps = parsePointer(path);
  const field = steps.pop() ?? '';
  const owner = steps.reduce<object>((at, step) => Reflect.get(at, step) as object, menu);
  Reflect.set(owner, field, value);
}
