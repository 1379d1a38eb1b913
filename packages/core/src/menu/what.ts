import Type, { type Static } from 'typebox';
import { ChoicePath } from './condition-schema.ts';
import { byId, chosenByKey, closed, Id } from './schema-kit.ts';

const one = <S extends Type.TProperties>(properties: S) => Type.Object(properties, closed);

/** Something that can be off or counted: a dish, a choice, an ingredient, or one combination of a dish's variants. */
export const What = chosenByKey({
  item: one({ item: Id }),
  choice: one({ choice: ChoicePath }),
  ingredient: one({ ingredient: Id }),
  variant: one({ variant: one({ item: Id, pick: byId(Id) }) }),
});
export type What = Static<typeof What>;
