import Type, { type Static } from 'typebox';
import { closed, Id, Text } from './schema-kit.ts';

/**
 * A template that summarises the answers of a dish, or of every dish of a section, in one line, in one
 * language or several; see summary/template.ts.
 */
export const SummaryLine = Type.Object({ id: Id, template: Text }, closed);
export type SummaryLine = Static<typeof SummaryLine>;
