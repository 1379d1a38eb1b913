import type { Condition } from '../menu/condition-schema.ts';
import type { Id, Rule } from '../menu/document.ts';
import { thingOf } from '../menu/paths.ts';
import { across, type CrossPlace, fixedPath, pathOf, type Side } from './place.ts';

/**
 * The choice that decides in a rule of the table ("when picked A/x, hide B/y ...", narrowed as the table is); undefined for
 * any other rule.
 */
export function decidingChoice(rule: Rule, place: CrossPlace, decides: Side): Id | undefined {
  if (!isNarrowedAs(rule, place)) return undefined;
  const hidden = place[across(decides)];
  const hidesOnly = rule.then.every((effect) => 'hide' in effect && effect.hide.startsWith(`${hidden}/`));
  if (!hidesOnly) return undefined;
  const picked = pickedPaths(rule.when);
  const fixed = fixedPath(place);
  if (fixed !== undefined && (picked.length !== 2 || !picked.includes(fixed))) return undefined;
  if (fixed === undefined && (picked.length !== 1 || 'all' in rule.when)) return undefined;
  const decider = thingOf(picked.find((path) => path !== fixed) ?? '');
  return decider.group === place[decides] ? decider.choice : undefined;
}

/** The paths of the choices that a rule hides. */
export function hiddenBy({ then }: Rule): string[] {
  return then.flatMap((effect) => ('hide' in effect ? [effect.hide] : []));
}

/** The condition and narrowing of a new rule of the table. */
export function conditionOf(place: CrossPlace, decides: Side, choice: Id): Pick<Rule, 'items' | 'when'> {
  const picked: Condition = { picked: pathOf(place, decides, choice) };
  const fixed = fixedPath(place);
  return {
    ...(place.item !== undefined && { items: [place.item] }),
    when: fixed === undefined ? picked : { all: [{ picked: fixed }, picked] },
  };
}

function isNarrowedAs({ items, sections }: Rule, { item }: CrossPlace): boolean {
  if (sections) return false;
  return item === undefined ? !items : items?.length === 1 && items[0] === item;
}

/** What a condition says is picked, if it says nothing else: one choice, or all of several. */
function pickedPaths(when: Condition): string[] {
  if ('picked' in when) return [when.picked];
  if (!('all' in when)) return [];
  const paths = when.all.flatMap((part) => ('picked' in part ? [part.picked] : []));
  return paths.length === when.all.length ? paths : [];
}
