import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { en } from '../../apps/web/src/app/messages/en.ts';
import { es } from '../../apps/web/src/app/messages/es.ts';
import { en as staffEn } from '../../apps/web/src/app/messages/staff-en.ts';
import { es as staffEs } from '../../apps/web/src/app/messages/staff-es.ts';

/** The words of a text, without the names of ICU placeholders. */
const wordsOf = (text: string): string[] =>
  text
    .replace(/\{\w+/g, ' ')
    .toLowerCase()
    .match(/\p{L}{2,}/gu) ?? [];

/** Every text of the demo menu in one language. */
function textsOf(node: unknown, language: string): string[] {
  if (node === null || typeof node !== 'object') return [];
  const own = (node as Record<string, unknown>)[language];
  return [...(typeof own === 'string' ? [own] : []), ...Object.values(node).flatMap((it) => textsOf(it, language))];
}

const demo = JSON.parse(readFileSync('demo/small-house.json', 'utf8')) as { stations: { name: string }[] };
const vocabulary = (catalogues: object[], language: string) =>
  new Set(
    [...catalogues.flatMap((one) => Object.values(one) as string[]), ...textsOf(demo, language)].flatMap(wordsOf),
  );

const spanish = vocabulary([es, staffEs], 'es');
/** Names that have one language only. */
const named = new Set(demo.stations.flatMap(({ name }) => wordsOf(name)));
const english = new Set([...vocabulary([en, staffEn], 'en')].filter((word) => !spanish.has(word) && !named.has(word)));

/**
 * English words that can be seen or heard on the page, except on tickets, which are in the kitchen's own words. The names
 * of the languages are each in their own.
 */
export async function englishWords(page: Page): Promise<string[]> {
  const texts = await page.evaluate(() => {
    const attributes = ['aria-label', 'placeholder', 'title', 'alt'];
    const labels = [...document.querySelectorAll('body *')].flatMap((element) =>
      attributes.flatMap((name) => element.getAttribute(name) ?? []),
    );
    const body = document.body.cloneNode(true) as HTMLElement;
    for (const names of body.querySelectorAll('option, h1, hl-paper-ticket')) names.remove();
    return [document.title, body.textContent, ...labels];
  });
  return [...new Set(texts.flatMap(wordsOf))].filter((word) => english.has(word));
}
