import { Validator } from '@seriousme/openapi-schema-validator';
import openapiTS, { astToString } from 'openapi-typescript';
import ts from 'typescript';
import { beforeAll, describe, expect, it } from 'vitest';
import { openApi, ROUTES } from '../index.ts';

interface Operation {
  readonly operationId: string;
  readonly security?: unknown;
}
let description: Record<string, unknown>;
beforeAll(() => {
  description = JSON.parse(JSON.stringify(openApi())) as Record<string, unknown>;
});

/** What the compiler says about a program written against the types that are generated from the description. */
async function complaints(program: string): Promise<string[]> {
  const generated = astToString(await openapiTS(description as never));
  const files = new Map([
    ['/api.ts', generated],
    ['/client.ts', program],
  ]);
  const options = {
    strict: true,
    noEmit: true,
    types: [],
    exactOptionalPropertyTypes: true,
    target: ts.ScriptTarget.ES2022,
  };
  const host = ts.createCompilerHost(options);
  const read = host.getSourceFile.bind(host);
  host.getSourceFile = (name, version) => {
    const text = files.get(name);
    return text === undefined ? read(name, version) : ts.createSourceFile(name, text, version);
  };
  host.fileExists = (name) => files.has(name) || ts.sys.fileExists(name);
  const found = ts.getPreEmitDiagnostics(ts.createProgram(['/client.ts'], options, host));
  return found.map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, ' '));
}

describe('the description of the API', () => {
  it('is what OpenAPI 3.1 says a description is, by its published schema', async () => {
    expect(await new Validator().validate(description)).toMatchObject({ valid: true });
  });

  it('names every operation, and says which need somebody to be signed in', () => {
    const paths = Object.values(description['paths'] as Record<string, Record<string, Operation>>);
    const operations = paths.flatMap((path) => Object.values(path));
    expect(operations).toHaveLength(ROUTES.length);
    expect(new Set(operations.map(({ operationId }) => operationId)).size).toBe(ROUTES.length);
    expect(operations.filter(({ security }) => security === undefined).map(({ operationId }) => operationId)).toContain(
      'shopQuote',
    );
    expect(operations.find(({ operationId }) => operationId === 'workbenchChange')?.security).toEqual([{ person: [] }]);
  });

  it('is complete enough to generate a client in types, which refuses what the server would', async () => {
    const program = (line: string) => `
      import type { components, paths } from './api';
      type Sent<P extends keyof paths> =
        paths[P] extends { post: { requestBody: { content: { 'application/json': infer B } } } } ? B : never;
      type Quote = paths['/shop/quote']['post']['responses'][200]['content']['application/json'];
      export const sumOf = (quote: Quote): number => quote.price.line;
      export const line: Sent<'/shop/quote'> = ${line};
      export const order: Sent<'/shop/orders'> = { location: 'steps', lines: [line], seenTotal: 895 };
      export function told(message: components['schemas']['WebhookMessage']): number | string {
        if (message.type === 'order.placed') return message.data.total;
        return message.type === 'edition.published' ? message.data.hash : '';
      }`;
    const right = `{ item: 'ember', quantity: 2, picks: [{ group: 'noodle', choice: 'wheat' }] }`;
    expect(await complaints(program(right))).toEqual([]);
    const [said] = await complaints(program(`{ item: 7 }`));
    expect(said).toContain("Type 'number' is not assignable to type 'string'");
  });
});
