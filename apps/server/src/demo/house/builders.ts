import type { Attachment, Choice, ChoicePrice, ChoicesGroup, Group, Item, Text, Use } from '@hearty-ladle/core';

/** A text in the demo's two languages. */
export const say = (en: string, es: string): Text => ({ en, es });

/** A price at the house, and the courier's for the same: a tenth more, up to a full ten cents. */
export const priced = (house: number): { house: number; courier: number } => ({
  house,
  courier: house < 0 ? house : Math.ceil((house * 1.1) / 10) * 10,
});

/** What is added to the dish's price, dearer through couriers. */
export const adds = (house: number): ChoicePrice => ({ add: priced(house) });

export const uses = (...pairs: [ingredient: string, quantity: number][]): Use[] =>
  pairs.map(([ingredient, quantity]) => ({ ingredient, quantity }));

type ChoiceFields = Partial<Omit<Choice, 'id' | 'name' | 'price'>> & {
  /** In minor units, added to the dish's price. */
  readonly add?: number;
  readonly price?: ChoicePrice;
};

/** A choice; where nothing else is said it is free, has no allergens, and the kitchen reads its English name. */
export function choice(id: string, en: string, es: string, { add, ...fields }: ChoiceFields = {}): Choice {
  return {
    id,
    name: say(en, es),
    kitchenName: en.toUpperCase(),
    allergens: [],
    ...(add !== undefined && { price: adds(add) }),
    ...fields,
  };
}

type Limits = Partial<Omit<ChoicesGroup, 'id' | 'name' | 'prompt' | 'kind' | 'choices'>>;

export function choices(id: string, name: string, prompt: Text, limits: Limits, of: Choice[]): Group {
  return { id, name, prompt, kind: 'choices', ...limits, choices: of };
}

/** A question with exactly one answer. */
export function pickOne(id: string, name: string, prompt: Text, of: Choice[]): Group {
  return choices(id, name, prompt, { min: 1, max: 1 }, of);
}

type DishFields = Partial<Omit<Item, 'id' | 'name' | 'price' | 'groups' | 'description'>> & {
  readonly about?: [en: string, es: string];
  /** Group ids, or attachments with their differences. */
  readonly asks?: readonly (string | Attachment)[];
};

/** A dish; its courier price follows from the one at the house. */
export function dish(id: string, en: string, es: string, house: number, fields: DishFields = {}): Item {
  const { about, asks = [], ...others } = fields;
  return {
    id,
    name: say(en, es),
    kitchenName: en.toUpperCase(),
    price: priced(house),
    allergens: [],
    ...(about && { description: say(...about) }),
    ...others,
    groups: asks.map((group) => (typeof group === 'string' ? { group } : group)),
  };
}
