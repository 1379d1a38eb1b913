import Type, { type Static } from 'typebox';
import type { Fault } from '../menu/fault.ts';
import { optional } from '../menu/schema-kit.ts';
import { count, many, object, text } from './schema.ts';

/** Fields of a problem document, RFC 9457. `type` is `urn:hearty-ladle:problem:` and a code. */
export const problemFields = {
  type: Type.String({ pattern: '^urn:hearty-ladle:problem:[a-z0-9-]+$' }),
  title: text,
  status: Type.Integer({ minimum: 400, maximum: 599 }),
};

/** A fault of a document or request, with its sentence. */
export type FaultWithMessage = Fault & { readonly says: string };
const FaultWithMessage = Type.Unsafe<FaultWithMessage>(
  object({ path: text, code: text, params: Type.Object({}), says: text }),
);

/** Faults of what was sent. `more`: how many were left out; `isPartial`: only its beginning was examined. */
export const faultFields = {
  faults: optional(many(FaultWithMessage)),
  more: optional(count),
  isPartial: optional(Type.Boolean()),
};
export type Faults = Static<Type.TObject<typeof faultFields>>;
