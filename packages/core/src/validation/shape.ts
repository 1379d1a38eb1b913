import { Ajv2020, type ErrorObject } from 'ajv/dist/2020.js';
import { joinPointer, type Fault, type FaultCode } from '../menu/fault.ts';
import { Menu } from '../menu/document.ts';
import { parseMenu } from '../menu/parse.ts';
import { Pantry, parsePantry } from '../pantry/pantry.ts';
import { formats } from './formats.ts';
import { plainFaults } from './storable-text.ts';

/**
 * Ajv configured for our schemas. Separate from the rest of the core because Ajv generates code, which the pages'
 * content security policy forbids: the command line and the server import it, the browser does not.
 */
export function newAjv({ allErrors = true } = {}): Ajv2020 {
  return new Ajv2020({
    allErrors,
    strict: true,
    strictTypes: false,
    strictRequired: false,
    verbose: true,
    formats,
    // Our schemas are checked by tests; checking and optimising them takes longer here than it ever saves.
    validateSchema: false,
    code: { process: joinErrorsInPlace, optimize: false },
  });
}

/**
 * Ajv appends the errors of a referred schema with `concat`, which copies all errors so far for each invalid part:
 * quadratic time for a hostile body. Appending in place gives the same result in linear time.
 */
function joinErrorsInPlace(code: string): string {
  return code.replace(
    /(\w+) === null \? ([\w.]+)\.errors : \1\.concat\(\2\.errors\)/g,
    (_, found, referred) =>
      `${found} === null ? ${referred}.errors : ${referred}.errors.reduce((all, one) => (all.push(one), all), ${found})`,
  );
}

/** Validates values against one schema and returns every fault, each once, in linear time. */
export function shapeCheck(schema: object, ajv: Ajv2020 = newAjv()): (value: unknown) => Fault[] {
  const validate = ajv.compile(schema);
  return (value) => {
    const faults = plainFaults(value);
    if (faults.some(({ code }) => code === 'too-deep')) return faults;
    return validate(value) ? faults : [...faults, ...faultsOf(validate.errors ?? [])];
  };
}

let menuCheck: ((value: unknown) => Fault[]) | undefined;

/** Validates the shape and the meaning of a menu document. */
export function parseMenuDocument(value: unknown) {
  menuCheck ??= shapeCheck(Menu);
  return parseMenu(value, menuCheck);
}

let pantryCheck: ((value: unknown) => Fault[]) | undefined;

/** Validates the shape and the meaning of a pantry. */
export function parsePantryDocument(value: unknown) {
  pantryCheck ??= shapeCheck(Pantry);
  return parsePantry(value, pantryCheck);
}

/** Converts validation errors to faults: one sentence each, without the branches that were not intended. */
export function faultsOf(errors: readonly ErrorObject[]): Fault[] {
  // These are paths in the schema, so their number is bounded however many parts of the value are invalid.
  const choices = [
    ...new Set(errors.flatMap(({ keyword, schemaPath }) => (keyword === 'anyOf' ? [`${schemaPath}/`] : []))),
  ];
  const faults = errors
    .filter(({ keyword, schemaPath }) => keyword !== 'if' && !choices.some((choice) => schemaPath.startsWith(choice)))
    .map(faultOf);
  const seen = new Set<string>();
  return faults.filter(({ path, code }) => !seen.has(`${path} ${code}`) && seen.add(`${path} ${code}`));
}

function faultOf(error: ErrorObject): Fault {
  const { instancePath: path, params } = error;
  const fault = (code: FaultCode, more: Record<string, unknown> = {}, at = path): Fault => ({
    path: at,
    code,
    params: more,
  });
  switch (error.keyword) {
    case 'additionalProperties':
      return fault(
        'unknown-field',
        { field: params['additionalProperty'] },
        joinPointer(path, params['additionalProperty']),
      );
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
        : fault('bad-key', { key: error.propertyName }, joinPointer(path, error.propertyName));
    case 'propertyNames':
      return fault('bad-key', { key: params['propertyName'] }, joinPointer(path, params['propertyName']));
    case 'minItems':
    case 'minProperties':
    case 'minLength':
      return fault('too-short', { need: params['limit'] });
    case 'maxItems':
    case 'maxProperties':
    case 'maxLength':
      return fault('too-long', { limit: params['limit'], unit: error.keyword === 'maxLength' ? 'letters' : 'entries' });
    default:
      return fault('out-of-range', { comparison: params['comparison'], limit: params['limit'] });
  }
}

function fieldsOf(anyOf: unknown): unknown[] {
  return Array.isArray(anyOf) ? anyOf.flatMap((branch: { required?: string[] }) => branch.required ?? []) : [];
}
