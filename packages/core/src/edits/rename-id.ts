import type { Id } from '../menu/document.ts';
import type { Kind } from '../menu/scope.ts';
import { keepReferences } from './references.ts';

/** What a thing of a menu is called from now on. */
export interface NewId {
  readonly kind: Kind;
  readonly id: Id;
  readonly to: Id;
}

/**
 * A thing whose references to another name it by its new id; if it is that one itself, it has the new id. A text is
 * replaced where that changes what the thing refers to, and nowhere else: a name that is spelled like an id stays.
 */
export function withNewId<T extends { readonly id: Id }>(kind: Kind, thing: T, renamed: NewId): T {
  const own = kind === renamed.kind && thing.id === renamed.id ? { ...thing, id: renamed.to } : thing;
  return placesOf(own, renamed.id).reduce<T>((now, place) => {
    const next = replaced(now, place, renamed) as T;
    return countOf(kind, next, renamed, renamed.to) > countOf(kind, now, renamed, renamed.to) ? next : now;
  }, own);
}

/** How often a thing refers to another, by this id; a group is also referred to by its choices. */
function countOf(kind: Kind, thing: object, { kind: of }: NewId, id: Id): number {
  let count = 0;
  keepReferences(kind, thing as never, ({ target }) => {
    const isIt =
      target.kind === 'choices' ? of === 'groups' && target.group === id : target.kind === of && target.id === id;
    if (isIt) count++;
    return true;
  });
  return count;
}

type Step = string | number;
/** A text at the end of a path, or the last step itself where that is the key of a map. */
interface Place {
  readonly path: readonly Step[];
  readonly isKey: boolean;
}

/** Everywhere that an id is written: as a text, before a slash in one, or as a key. */
function placesOf(value: unknown, id: Id, path: readonly Step[] = []): Place[] {
  if (typeof value === 'string') return value === id || value.startsWith(`${id}/`) ? [{ path, isKey: false }] : [];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => {
    const at = [...path, Array.isArray(value) ? Number(key) : key];
    // What is inside comes first: after it, the key is renamed.
    return [...placesOf(inner, id, at), ...(key === id ? [{ path: at, isKey: true }] : [])];
  });
}

function replaced(value: unknown, { path, isKey }: Place, { id, to }: Pick<NewId, 'id' | 'to'>): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return to + String(value).slice(id.length);
  if (Array.isArray(value))
    return value.map((one, i): unknown => (i === step ? replaced(one, { path: rest, isKey }, { id, to }) : one));
  return Object.fromEntries(
    Object.entries(value as object).map(([key, inner]): [string, unknown] => {
      if (key !== step) return [key, inner];
      if (rest.length === 0 && isKey) return [to, inner];
      return [key, replaced(inner, { path: rest, isKey }, { id, to })];
    }),
  );
}
