import { type Fault, faultMessage } from '@hearty-ladle/core';
import { newAjv, shapeCheck } from '@hearty-ladle/core/validation';
import Type, { type TProperties, type TSchema } from 'typebox';
import { type Problem, problem } from './reply.ts';

type Values = Readonly<Record<string, unknown>>;

const ajv = newAjv();

/** Reads the parts of a URL by a schema; undefined if they don't match it. */
export function pathParser(properties: TProperties): (params: Values) => Values | undefined {
  const { read, check } = parser(properties);
  return (params) => {
    const values = read(params);
    return check(values).length === 0 ? values : undefined;
  };
}

/** Reads a query by a schema; fields the schema doesn't name are ignored. */
export function queryParser(properties: TProperties): (query: Values) => { readonly values: Values } | Problem {
  const { read, check } = parser(properties);
  return (query) => {
    const values = read(query);
    const faults = check(values);
    if (faults.length === 0) return { values };
    return problem(400, 'bad-query', 'The address does not have the expected form.', {
      faults: faults.map((fault) => ({ ...fault, says: faultMessage(fault) })),
    });
  };
}

function parser(properties: TProperties): {
  readonly read: (from: Values) => Values;
  readonly check: (values: unknown) => Fault[];
} {
  const entries = Object.entries(properties);
  if (entries.length === 0) return { read: () => ({}), check: () => [] };
  return {
    read: (from) =>
      Object.fromEntries(
        entries.flatMap(([name, schema]) => (from[name] === undefined ? [] : [[name, valueOf(schema, from[name])]])),
      ),
    check: shapeCheck(Type.Object(properties), ajv),
  };
}

/** Everything in a URL is text; a number is read where the schema wants one. */
function valueOf(schema: TSchema, value: unknown): unknown {
  const isNumber =
    'type' in schema && schema.type === 'integer' && typeof value === 'string' && /^\d{1,20}$/.test(value);
  return isNumber ? Number(value) : value;
}
