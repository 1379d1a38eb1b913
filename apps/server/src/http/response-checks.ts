import { problemFields, type Route, refusalsOf, routeName } from '@hearty-ladle/core';
import { faultsOf, newAjv } from '@hearty-ladle/core/validation';
import Type from 'typebox';
import { documentOf, type Problem } from './reply.ts';

/** Checks responses against the contract, for tests: a response outside of it is an error of the server. */
export class ResponseChecks {
  readonly #ajv = newAjv();
  readonly #known = new Map<string, ReturnType<ReturnType<typeof newAjv>['compile']>>();

  check(route: Route, status: number, body: unknown): void {
    const content = route.responses[status];
    if (!content) throw new Error(`${routeName(route)} answers ${status}, which its contract does not name`);
    if (!('schema' in content)) return;
    this.#expect(`${routeName(route)} ${status}`, content.schema, body);
  }

  checkProblem(route: Route, refused: Problem): void {
    const refusal = refusalsOf(route)[refused.status];
    if (!refusal)
      throw new Error(
        `${routeName(route)} refuses with ${refused.status} (${refused.problem}), which its contract does not name`,
      );
    const schema = Type.Object({ ...problemFields, ...refusal.fields }, { additionalProperties: false });
    this.#expect(`${routeName(route)} ${refused.status}`, schema, documentOf(refused));
  }

  #expect(name: string, schema: object, value: unknown): void {
    let validate = this.#known.get(name);
    if (!validate) this.#known.set(name, (validate = this.#ajv.compile(schema)));
    if (validate(JSON.parse(JSON.stringify(value)))) return;
    throw new Error(
      `${name} is not what its contract says: ${JSON.stringify(faultsOf(validate.errors ?? []).slice(0, 5))}`,
    );
  }
}
