import { Ajv2020, type ErrorObject } from 'ajv/dist/2020.js';
import { below, type Fault, type FaultCode } from '../menu/fault.ts';
import { Menu } from '../menu/document.ts';
import { parseMenu } from '../menu/parse.ts';
import { formats } from './formats.ts';

/**
 * The door: Ajv holds what comes from outside against the schemas. It lives apart from the rest of the core
 * because Ajv writes code as it compiles, which the pages' content security policy forbids; the program and the
 * server import it, the browser does not.
 */
export function newAjv(): Ajv2020 {
  return new Ajv2020({ allErrors: true, strict: true, strictTypes: false, strictRequired: false, verbose: true, formats });
}

/** A check of values against one schema that tells every fault, each once. */
export function shapeCheck(schema: object, ajv: Ajv2020 = newAjv()): (value: unknown) => Fault[] {
  const validate = ajv.compile(schema);
  return (value) => {
    const deep = depthFault(value);
    if (deep) return [deep];
    return validate(value) ? [] : faultsOf(validate.errors ?? []);
  };
}

/** Levels of lists and objects; whatever walks through a value may trust that it ends before the stack does. */
const DEEPEST = 256;
/** Steps of a path that tell a person where to look; the whole way down would not. */
const PLACE_IS_CLEAR = 2;

function depthFault(root: unknown): Fault | undefined {
  let level = [{ value: root, path: '' }];
  for (let depth = 0; level.length > 0; depth++) {
    const [first] = level;
    if (first && depth > DEEPEST) return { path: first.path, code: 'too-deep', params: { deepest: DEEPEST } };
    level = level.flatMap(({ value, path }) =>
      typeof value === 'object' && value !== null
        ? Object.entries(value).map(([key, inner]) => ({ value: inner as unknown, path: depth < PLACE_IS_CLEAR ? below(path, key) : path }))
        : [],
    );
  }
  return undefined;
}

let menuCheck: ((value: unknown) => Fault[]) | undefined;

/** Checks the shape and the meaning of a menu document. */
export function parseMenuDocument(value: unknown) {
  menuCheck ??= shapeCheck(Menu);
  return parseMenu(value, menuCheck);
}

/** What a validator said, as faults: one sentence's worth each, the branches not meant left out. */
export function faultsOf(errors: readonly ErrorObject[]): Fault[] {
  const choices = errors.filter(({ keyword }) => keyword === 'anyOf').map(({ schemaPath }) => `${schemaPath}/`);
  const faults = errors
    .filter(({ keyword, schemaPath }) => keyword !== 'if' && !choices.some((choice) => schemaPath.startsWith(choice)))
    .map(faultOf);
  const seen = new Set<string>();
  return faults.filter(({ path, code }) => !seen.has(`${path} ${code}`) && seen.add(`${path} ${code}`));
}

function faultOf(error: ErrorObject): Fault {
  const { instancePath: path, params } = error;
  const fault = (code: FaultCode, more: Record<string, unknown> = {}, at = path): Fault => ({ path: at, code, params: more });
  switch (error.keyword) {
    case 'additionalProperties':
      return fault('unknown-field', { field: params['additionalProperty'] }, below(path, params['additionalProperty']));
    case 'required':
      return fault('missing-field', { field: params['missingProperty'] });
    case 'type':
      return fault('wrong-type', { want: params['type'] });
    case 'const':
      return fault('not-one-of', { allowed: [params['allowedValue']] });
    case 'enum':
      return fault('not-one-of', { allowed: params['allowedValues'] });
    case 'anyOf':
      return fault('needs-one-of', { fields: fieldsOf(error.schema) });
    case 'format':
      return fault('bad-format', { format: params['format'], have: error.data });
    case 'pattern':
      return error.propertyName === undefined
        ? fault('bad-format', { format: error.parentSchema?.['title'], have: error.data })
        : fault('bad-key', { key: error.propertyName }, below(path, error.propertyName));
    case 'propertyNames':
      return fault('bad-key', { key: params['propertyName'] }, below(path, params['propertyName']));
    case 'minItems': case 'minProperties': case 'minLength':
      return fault('too-short', { need: params['limit'] });
    default:
      return fault('out-of-range', { comparison: params['comparison'], limit: params['limit'] });
  }
}

function fieldsOf(anyOf: unknown): unknown[] {
  return Array.isArray(anyOf) ? anyOf.flatMap((branch: { required?: string[] }) => branch.required ?? []) : [];
}
