import { readFileSync } from 'node:fs';
import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { CATALOGUES, compiledCatalogue, LANGUAGES } from './compile-messages.ts';
import { ROOT } from './settings.mjs';

/** What a placeholder may be: counts on every side of a plural rule, and names with the signs that messages are written in. */
const VALUES = [0, 1, 2, 5, 11, 1_000_000, 'Tofu {soft} #1, it’s <b>'];

describe.each(Object.entries(LANGUAGES))('the catalogue %s', async (name, language) => {
  const file = `${ROOT}/${CATALOGUES}/${name}.ts`;
  const { [language]: texts = {} } = (await import(file)) as Record<string, Record<string, string>>;
  const compiled = `${ROOT}/${CATALOGUES}/compiled/${name}.ts`;

  it('is compiled as it is written; if not, `npm run messages` compiles it', () => {
    expect(readFileSync(compiled, 'utf8')).toBe(compiledCatalogue(language, texts));
  });

  it('says what another implementation of ICU messages says (intl-messageformat)', async () => {
    const { default: functions } = (await import(compiled)) as {
      default: Record<string, (values: Record<string, string | number>) => unknown>;
    };
    const keys = Object.keys(texts);
    expect(keys.length).toBeGreaterThan(50);
    for (const key of keys) {
      const other = new IntlMessageFormat(texts[key] ?? '', language, undefined, { ignoreTag: true });
      for (const value of VALUES) {
        const values = Object.fromEntries(
          placeholdersOf(other.getAst()).map(([name, isCount]) => [name, isCount ? Number(value) || 3 : value]),
        );
        expect([key, value, functions[key]?.(values)]).toEqual([key, value, other.format(values)]);
      }
    }
  });
});

/** The placeholders of a message, and whether each is counted. */
function placeholdersOf(elements: ReturnType<IntlMessageFormat['getAst']>): [name: string, isCount: boolean][] {
  return elements.flatMap((element) => {
    if ('options' in element)
      return [
        [element.value, true],
        ...Object.values(element.options).flatMap(({ value }) => placeholdersOf(value)),
      ] as [string, boolean][];
    return element.type === 1 ? [[element.value, false] as [string, boolean]] : [];
  });
}
