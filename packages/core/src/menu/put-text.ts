import type { Menu, Text } from './document.ts';
import { parsePointer } from './fault.ts';

/** Writes a text at its path, as `eachText` has it, into a menu that may be changed. */
export function putText(menu: Menu, path: string, text: Text): void {
  const steps = parsePointer(path);
  const field = steps.pop() ?? '';
  const owner = steps.reduce<object>((at, step) => Reflect.get(at, step) as object, menu);
  Reflect.set(owner, field, text);
}
