import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { applyUnchecked, type Edit, type Line, quoteLine, reachOf, type Workbook } from '../index.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { brokenPromises, pinned, promisedAnew, promiseFindings, replayOfLine } from './keep.ts';

const clock = () => '2026-05-12T13:00';
const bar: Workbook = brothBar();
const dish = bar.items.find(({ id }) => id === 'stock');
const line = { item: 'stock', channel: 'pos' as const };
const worked = JSON.parse(readFileSync(new URL('../../cases/quote.cases.json', import.meta.url), 'utf8')) as {
  cases: { line: Line }[];
};

describe('a promise', () => {
  it('is kept by the menu it was made on, and broken by any other price, word or rule', () => {
    let pinnedBuilds = 0;
    for (const { line: request } of worked.cases) {
      const menu = bar;
      if (!quoteLine(menu, request, clock).ok) continue;
      pinnedBuilds++;
      const promise = pinned(menu, 'As it is', request, clock);
      expect(brokenPromises(menu, [promise], clock)).toEqual([]);
      const dearer = brokenPromises(menu, [{ ...promise, total: promise.total + 1 }], clock);
      expect(dearer).toMatchObject([{ total: promise.total, readsOtherwise: false, problems: [] }]);
      const { tickets: _, ...free } = promise;
      expect(brokenPromises(menu, [free], clock)).toEqual([]);
      const otherwise = brokenPromises(menu, [{ ...promise, tickets: [] }], clock);
      expect(otherwise.map(({ readsOtherwise }) => readsOtherwise)).toEqual(promise.tickets?.length ? [true] : []);
      for (const broken of [...dearer, ...otherwise])
        expect(brokenPromises(menu, [promisedAnew(broken as never)], clock)).toEqual([]);
    }
    expect(pinnedBuilds).toBeGreaterThan(20);
  });

  it('is shown again with everything that was answered', () => {
    for (const { line: request } of worked.cases) {
      const { picks, occasion, given } = replayOfLine(request);
      expect({ picks: [], ...occasion, ...given, ...(picks.length > 0 && { picks }) }).toEqual({
        picks: [],
        ...request,
      });
    }
  });

  it('that can’t be ordered any more is a stop at its dish, with the build to replay', () => {
    const gone = { name: 'Gone', line: { item: 'nowhere', channel: 'pos' as const }, total: 100 };
    expect(promiseFindings(bar, [gone], clock)).toEqual([
      {
        code: 'promise-broken',
        severity: 'stop',
        where: 'items/nowhere',
        params: { name: 'Gone', promised: 100, total: 0, problems: ['unknown-item'], readsOtherwise: false },
        picks: [],
        occasion: { item: 'nowhere', channel: 'pos' },
      },
    ]);
  });

  it('that a change breaks is in its reach, if it was kept before', () => {
    const quote = quoteLine(bar, line, clock);
    const promises = [
      { id: 'kept', name: 'Kept', line, total: quote.price.line },
      { id: 'broken', name: 'Broken already', line, total: quote.price.line + 5 },
    ];
    expect(quote.ok).toBe(true);
    const before: Workbook = { ...bar, promises };
    const edits: Edit[] = [{ type: 'put', kind: 'items', thing: { ...dish, price: 9999 } as never }];
    const reach = reachOf(before, applyUnchecked(before, { edits }), clock);
    expect(reach?.promises).toEqual(['kept']);
    expect(reach?.findings.filter(({ code }) => code === 'promise-broken')).toHaveLength(1);
  });
});
