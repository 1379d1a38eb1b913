import type { Condition, Line } from '@hearty-ladle/core';
import type { NestedCondition, TopLevelCondition } from 'json-rules-engine';

/** The same conditions as rules for json-rules-engine, and the facts they use. */
export function asEngineRule(condition: Condition): TopLevelCondition {
  const nested = asNested(condition);
  return 'fact' in nested ? { all: [nested] } : (nested as TopLevelCondition);
}

function asNested(condition: Condition): NestedCondition {
  if ('all' in condition) return { all: condition.all.map(asNested) };
  if ('any' in condition) return { any: condition.any.map(asNested) };
  if ('not' in condition) return { not: asNested(condition.not) };
  if ('picked' in condition) {
    const [group = '', choice] = condition.picked.split('/');
    return { fact: group, operator: 'contains', value: choice };
  }
  if ('units' in condition) return between(`units ${condition.units.of}`, condition.units);
  if ('quantity' in condition) return between('quantity', condition.quantity);
  const [[fact = '', value] = []] = Object.entries(condition);
  return { fact, operator: 'equal', value };
}

function between(fact: string, { atLeast = 0, atMost = 999 }: { atLeast?: number; atMost?: number }): NestedCondition {
  return {
    all: [
      { fact, operator: 'greaterThanInclusive', value: atLeast },
      { fact, operator: 'lessThanInclusive', value: atMost },
    ],
  };
}

/** A line as facts. */
export function factsOf({ quantity, picks = [] }: Line): Record<string, unknown> {
  const facts: Record<string, unknown> = {
    quantity,
    channel: 'online',
    service: 'dine-in',
    daypart: 'noon',
    guest: '',
    priceList: 'house',
    location: '',
  };
  for (const { group, choice } of picks) {
    facts[group] = [...((facts[group] as string[] | undefined) ?? []), choice];
    facts[`units ${group}`] = ((facts[`units ${group}`] as number | undefined) ?? 0) + 1;
  }
  return facts;
}
