import { assertNever } from '../result.ts';
import type { Condition } from './condition-schema.ts';
import type { Effect } from './document.ts';

/** A parsed `group/choice` or `group` path. */
export interface Thing {
  readonly group: string;
  readonly choice: string | undefined;
}

export function thingOf(path: string): Thing {
  const slash = path.indexOf('/');
  return slash < 0
    ? { group: path, choice: undefined }
    : { group: path.slice(0, slash), choice: path.slice(slash + 1) };
}

/** The groups that a condition refers to. */
export function groupsOfCondition(condition: Condition): string[] {
  if ('all' in condition) return condition.all.flatMap(groupsOfCondition);
  if ('any' in condition) return condition.any.flatMap(groupsOfCondition);
  if ('not' in condition) return groupsOfCondition(condition.not);
  if ('picked' in condition) return [thingOf(condition.picked).group];
  if ('units' in condition) return [thingOf(condition.units.of).group];
  return [];
}

/** The group whose visibility or limits an effect changes; undefined for effects on price, code or ticket. */
export function groupDecidedBy(effect: Effect): string | undefined {
  if ('show' in effect) return thingOf(effect.show).group;
  if ('hide' in effect) return thingOf(effect.hide).group;
  if ('limit' in effect) return effect.limit.group;
  if ('setBase' in effect || 'basePercent' in effect || 'addToPrice' in effect) return undefined;
  if ('setChoice' in effect || 'appendCode' in effect || 'route' in effect || 'tell' in effect) return undefined;
  return assertNever(effect);
}
