import Type, { type Static } from 'typebox';
import { closed, Id } from './schema-kit.ts';

/**
 * A template that summarises the answers of a dish, or of every dish of a section, in one line; see
 * summary/template.ts.
 */
export const SummaryLine = Type.Object({ id: Id, template: Type.String({ maxLength: 300 }) }, closed);
export type SummaryLine = Static<typeof SummaryLine>;
