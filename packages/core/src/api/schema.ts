import Type, { type Static, type TProperties, type TSchema } from 'typebox';
import { closed } from '../menu/schema-kit.ts';

/** Building blocks for the schemas of requests and responses. */

/** An object without other fields than these. */
export const object = <P extends TProperties>(properties: P) => Type.Object(properties, closed);

/** A list that is only read. */
export const many = <S extends TSchema>(schema: S) => Type.Unsafe<readonly Static<S>[]>(Type.Array(schema));

export const nullable = <S extends TSchema>(schema: S) => Type.Union([schema, Type.Null()]);

/** One of several texts. */
export const enumOf = <const V extends readonly string[]>(...values: V) =>
  Type.Unsafe<V[number]>({ type: 'string', enum: values });

/** A value that matches one of several schemas. */
export const oneOf = <S extends TSchema[]>(...schemas: [...S]) => Type.Union(schemas);

export const count = Type.Integer({ minimum: 0 });
export const text = Type.String();

/** A point in time: ISO 8601 in UTC, as `Date.toISOString` writes it. */
export const Timestamp = Type.String({ pattern: String.raw`^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$` });

export const Uuid = Type.String({
  pattern: '^[0-9a-fA-F]{8}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{12}$',
});
