import {
  ASIDE_KINDS,
  type Change,
  type Group,
  type Item,
  newlyBroken,
  offeredOn,
  thingFinder,
  type Workbook,
} from '@hearty-ladle/core';
import { clock } from '../clock.ts';

/**
 * Whether the reach of a change must be known before it is saved. `shared`: it touches several dishes, so that other
 * prices are confirmed too. `own`: it touches what one dish asks, or breaks a promise; only what would break is
 * confirmed. Undefined: neither.
 */
export function reachNeeded(before: Workbook, after: Workbook, { edits }: Change): 'shared' | 'own' | undefined {
  const dishes = new Set<string>();
  const old = thingFinder(before);
  for (const edit of edits) {
    if (edit.kind === 'rules') return 'shared';
    if (edit.kind === 'groups') {
      const id = edit.type === 'put' ? (edit.thing as Group).id : edit.id;
      for (const menu of [before, after]) for (const dish of offeredOn(menu).get(id) ?? []) dishes.add(dish);
    }
    if (edit.kind === 'items' && edit.type === 'put') {
      const item = edit.thing as Item;
      const was = old({ kind: 'items', id: item.id }) as Item | undefined;
      if (was && QUESTIONS.some((field) => was[field] !== item[field])) dishes.add(item.id);
    }
    if (dishes.size > 1) return 'shared';
  }
  if (dishes.size === 1) return 'own';
  const isInDocument = edits.some(({ kind }) => !ASIDE_KINDS.some((aside) => aside === kind));
  return isInDocument && newlyBroken(before, after, clock).length > 0 ? 'own' : undefined;
}

/** The fields of a dish that decide which groups it offers. */
const QUESTIONS = ['groups', 'sections', 'tags'] as const;
