import type { Price } from '../money/money.ts';
import type { Id } from '../menu/document.ts';
import type { Attachment, Choice, ChoicesGroup, Group } from '../menu/group-schema.ts';

/** Where one dish departs from the shared group: the field, the shared value and the dish's own. */
export type Difference =
  | { readonly field: 'heading'; readonly shared: Group['prompt']; readonly here: Group['prompt'] }
  | { readonly field: 'min' | 'included'; readonly shared: number; readonly here: number }
  | { readonly field: 'max'; readonly shared: number | null; readonly here: number | null }
  | { readonly field: 'left-out'; readonly choice: Id }
  | { readonly field: 'default'; readonly choice: Id; readonly shared: number; readonly here: number }
  | { readonly field: 'price'; readonly choice: Id; readonly shared: Price | undefined; readonly here: Price }
  | { readonly field: 'priceList'; readonly here: Id };

export function differencesOf(group: Group, attachment: Attachment): Difference[] {
  const found: Difference[] = [];
  if (attachment.heading !== undefined)
    found.push({ field: 'heading', shared: group.prompt, here: attachment.heading });
  if (group.kind === 'choices') {
    for (const field of ['min', 'included'] as const) {
      const here = attachment[field];
      if (here !== undefined) found.push({ field, shared: group[field] ?? 0, here });
    }
    if (attachment.max !== undefined) found.push({ field: 'max', shared: group.max ?? null, here: attachment.max });
    for (const choice of group.choices ?? []) found.push(...ofChoice(choice, attachment));
  }
  if (attachment.priceList !== undefined) found.push({ field: 'priceList', here: attachment.priceList });
  return found;
}

function ofChoice(choice: Choice, { only, defaults, prices }: Attachment): Difference[] {
  const found: Difference[] = [];
  if (only && !only.includes(choice.id)) found.push({ field: 'left-out', choice: choice.id });
  const shared = choice.default ?? 0;
  const here = defaults && (own(defaults, choice.id) ?? 0);
  if (here !== undefined && here !== shared) found.push({ field: 'default', choice: choice.id, shared, here });
  const price = prices && own(prices, choice.id);
  if (price !== undefined) found.push({ field: 'price', choice: choice.id, shared: addOf(choice), here: price });
  return found;
}

/** The attachment without one of its differences, so that the shared value applies again. */
export function withoutDifference(group: Group, attachment: Attachment, difference: Difference): Attachment {
  switch (difference.field) {
    case 'left-out':
      return withChoiceOffered(group, attachment, difference.choice, true);
    case 'default':
      return withDefault(group, attachment, difference.choice, difference.shared);
    case 'price':
      return withPrice(attachment, difference.choice, undefined);
    default:
      return without(attachment, difference.field);
  }
}

/** Sets a limit, or drops the difference if it equals the shared group's limit. */
export function withLimits(
  group: ChoicesGroup,
  attachment: Attachment,
  limits: { min: number; max: number | null; included: number },
): Attachment {
  const { min: _min, max: _max, included: _included, ...rest } = attachment;
  return {
    ...rest,
    ...(limits.min !== (group.min ?? 0) && { min: limits.min }),
    ...(limits.max !== (group.max ?? null) && { max: limits.max }),
    ...(limits.included !== (group.included ?? 0) && { included: limits.included }),
  };
}

/** Offers a choice of the group on this dish, or leaves it out. */
export function withChoiceOffered(group: Group, attachment: Attachment, choice: Id, offered: boolean): Attachment {
  const all = group.kind === 'choices' ? (group.choices ?? []).map(({ id }) => id) : [];
  const now = attachment.only ?? all;
  const only = all.filter((id) => (id === choice ? offered : now.includes(id)));
  return only.length === all.length ? without(attachment, 'only') : { ...attachment, only };
}

/** Sets how many units of a choice are preselected on this dish. */
export function withDefault(group: Group, attachment: Attachment, choice: Id, count: number): Attachment {
  const choices = group.kind === 'choices' ? (group.choices ?? []) : [];
  const counts = choices.map(({ id, default: shared = 0 }) => {
    const here = attachment.defaults ? (own(attachment.defaults, id) ?? 0) : shared;
    return { id, shared, here: id === choice ? count : here };
  });
  if (counts.every(({ shared, here }) => shared === here)) return without(attachment, 'defaults');
  return {
    ...attachment,
    defaults: Object.fromEntries(counts.filter(({ here }) => here > 0).map(({ id, here }) => [id, here])),
  };
}

/** Sets what a choice adds on this dish; undefined applies the shared price. */
export function withPrice(attachment: Attachment, choice: Id, price: Price | undefined): Attachment {
  const { [choice]: _, ...others } = attachment.prices ?? {};
  const prices = price === undefined ? others : { ...others, [choice]: price };
  return Object.keys(prices).length === 0 ? without(attachment, 'prices') : { ...attachment, prices };
}

/**
 * Expresses a change to a shared group as a difference of one dish: an attachment with which the dish sees the changed
 * group while the shared group stays. Undefined if a difference can't express it (a choice was renamed or added, a
 * price changed its kind): then the dish needs its own copy.
 */
export function asDifference(before: Group, after: Group, attachment: Attachment): Attachment | undefined {
  if (before.kind !== 'choices' || after.kind !== 'choices') return undefined;
  if (!isSame(restOf(before), restOf(after))) return undefined;
  const wanted = {
    min: attachment.min ?? after.min ?? 0,
    max: attachment.max !== undefined ? attachment.max : (after.max ?? null),
    included: attachment.included ?? after.included ?? 0,
  };
  let changed = withLimits(before, attachment, wanted);
  const left = new Map((after.choices ?? []).map((choice) => [choice.id, choice]));
  for (const choice of before.choices ?? []) {
    const now = left.get(choice.id);
    left.delete(choice.id);
    if (!now) {
      changed = withDefault(before, withChoiceOffered(before, changed, choice.id, false), choice.id, 0);
      continue;
    }
    if (!isSame(plainOf(choice), plainOf(now))) return undefined;
    if ((choice.default ?? 0) !== (now.default ?? 0))
      changed = withDefault(before, changed, choice.id, now.default ?? 0);
    if (isSame(choice.price, now.price)) continue;
    const price = addOf(now);
    if (price === undefined || !isPlainAdd(choice) || !isPlainAdd(now)) return undefined;
    if (changed.prices === undefined || own(changed.prices, choice.id) === undefined)
      changed = withPrice(changed, choice.id, price);
  }
  return left.size === 0 ? changed : undefined;
}

/** The amount that a choice adds, 0 if it has no price; undefined for other kinds of price. */
export function addOf({ price }: Choice): Price | undefined {
  if (!price) return 0;
  return 'add' in price ? price.add : undefined;
}

function isPlainAdd({ price }: Choice): boolean {
  return !price || ('add' in price && !price.by && !price.tiers && (price.charge ?? 'each') === 'each');
}

function restOf({ min: _min, max: _max, included: _included, choices: _choices, ...rest }: ChoicesGroup): object {
  return rest;
}

function plainOf({ price: _price, default: _default, ...rest }: Choice): object {
  return rest;
}

function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

function own<V>(map: Readonly<Record<Id, V>>, id: Id): V | undefined {
  return Object.hasOwn(map, id) ? map[id] : undefined;
}

function without(attachment: Attachment, field: keyof Attachment): Attachment {
  const { [field]: _, ...rest } = attachment;
  return rest as Attachment;
}
