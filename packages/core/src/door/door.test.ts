import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { ChangeRequest, Context, Line, Menu, Order } from '../index.ts';
import { newAjv } from './index.ts';
import { formats } from './formats.ts';

describe('the schemas', () => {
  it('are right by the 2020-12 meta-schema of JSON Schema, as Ajv carries it', () => {
    const ajv = new Ajv2020({ formats: Object.fromEntries(Object.keys(formats).map((name) => [name, true])) });
    const meta = ajv.getSchema('https://json-schema.org/draft/2020-12/schema');
    for (const schema of [Menu, Line, Order, Context, ChangeRequest]) {
      expect(meta?.(schema)).toBe(true);
      expect(() => newAjv().compile(schema)).not.toThrow();
    }
  });
});

describe('formats', () => {
  it.each([
    ['language-tag', 'en', true], ['language-tag', 'es-419', true], ['language-tag', 'zh-Hant-TW', true], ['language-tag', 'de-CH-1996', true],
    ['language-tag', 'en_US', false], ['language-tag', 'english please', false], ['language-tag', '', false], ['language-tag', 'a-DE', false],
    ['date', '2024-02-29', true], ['date', '2026-02-29', false], ['date', '2026-1-1', false], ['local-minute', '2026-03-01T23:59', true],
    ['local-minute', '2026-03-01T24:00', false], ['local-minute', '2026-02-30T10:00', false], ['currency', 'KWD', true], ['currency', 'usd', false],
    ['time-zone', 'Europe/Berlin', true], ['time-zone', 'Moon/Base', false],
  ])('%s: “%s” is %s (BCP 47 examples are from RFC 5646, appendix A)', (format, text, sound) => expect(formats[format]?.(text)).toBe(sound));
});
