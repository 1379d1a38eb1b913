import core from '@messageformat/core';
import coreModule from '@messageformat/core/lib/compile-module.js';

// Their declarations are those of ES modules, but Node reads both as CommonJS: the default is the module itself.
const MessageFormat = core as unknown as typeof core.default;
const compileModule = coreModule as unknown as typeof coreModule.default;

/** The folder of the catalogues, from the project's root. */
export const CATALOGUES = 'apps/web/src/app/messages';
/** The language that each catalogue is written in. */
export const LANGUAGES = { en: 'en', es: 'es', 'staff-en': 'en', 'staff-es': 'es' } as const;

/**
 * A module with a function for each text of a catalogue. It is compiled beforehand because the pages' content security
 * policy forbids it in the browser, and because a guest then need not load a parser.
 * @param texts ICU messages by key
 */
export function compiledCatalogue(language: string, texts: Readonly<Record<string, string>>): string {
  const code = compileModule(new MessageFormat(language), { ...texts });
  return `// Written by \`npm run messages\` from the catalogue beside this folder; do not edit.\n// @ts-nocheck\n${code}\n`;
}
