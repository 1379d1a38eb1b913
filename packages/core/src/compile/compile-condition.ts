import type { Condition } from '../menu/condition-schema.ts';
import type { Id } from '../menu/document.ts';
import { thingOf } from '../menu/paths.ts';
import type { CompiledCondition } from './compiled.ts';

/** A group or choice that the item does not offer: it always has 0 units. */
const NOWHERE = -1;

/** Resolves the references of a condition to indexes; what the item does not offer counts 0 units. */
export function compileCondition(
  condition: Condition,
  groupAt: (id: Id) => number | undefined,
  choiceAt: (group: Id, choice: Id) => [number, number] | undefined,
): CompiledCondition {
  const compile = (inner: Condition) => compileCondition(inner, groupAt, choiceAt);
  const units = (path: string, atLeast: number, atMost: number): CompiledCondition => {
    const { group, choice } = thingOf(path);
    if (choice === undefined) return { kind: 'units', group: groupAt(group) ?? NOWHERE, choice, atLeast, atMost };
    const [at, index] = choiceAt(group, choice) ?? [NOWHERE, NOWHERE];
    return { kind: 'units', group: at, choice: index, atLeast, atMost };
  };
  if ('all' in condition) return { kind: 'all', of: condition.all.map(compile) };
  if ('any' in condition) return { kind: 'any', of: condition.any.map(compile) };
  if ('not' in condition) return { kind: 'not', of: compile(condition.not) };
  if ('picked' in condition) return units(condition.picked, 1, Infinity);
  if ('units' in condition)
    return units(condition.units.of, condition.units.atLeast ?? 0, condition.units.atMost ?? Infinity);
  if ('quantity' in condition) {
    return {
      kind: 'quantity',
      atLeast: condition.quantity.atLeast ?? 0,
      atMost: condition.quantity.atMost ?? Infinity,
    };
  }
  if ('channel' in condition) return { kind: 'circumstance', of: 'channel', is: condition.channel };
  if ('service' in condition) return { kind: 'circumstance', of: 'service', is: condition.service };
  if ('location' in condition) return { kind: 'circumstance', of: 'location', is: condition.location };
  if ('daypart' in condition) return { kind: 'circumstance', of: 'daypart', is: condition.daypart };
  if ('priceList' in condition) return { kind: 'circumstance', of: 'priceList', is: condition.priceList };
  return { kind: 'circumstance', of: 'guest', is: condition.guest };
}
