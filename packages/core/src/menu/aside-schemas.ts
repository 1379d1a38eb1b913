import Type, { type Static } from 'typebox';
import { Rule } from './document.ts';
import { closed, Id, int, Text } from './schema-kit.ts';

/** A dish whose combinations guests choose from one list, rather than one question after the other. */
export const VariantList = Type.Object({ id: Id }, closed);
export type VariantList = Static<typeof VariantList>;

/** What a stored picture shows, in words, for those who can't see it. */
export const PictureText = Type.Object({ id: Id, text: Text }, closed);
export type PictureText = Static<typeof PictureText>;

/** A house rule that is switched off, and its place among the rules. */
export const OffRule = Type.Object({ id: Id, rule: Rule, index: int(0, 100_000) }, closed);
export type OffRule = Static<typeof OffRule>;
