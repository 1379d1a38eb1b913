import '@angular/compiler';
import type { Analysis, Finding, Item, Menu } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { Subject } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runEffects } from '../testing/run-effects.ts';
import type { CheckMessage } from './check-message.ts';
import { checkActions, CheckEffects, checkFeature } from './line-check.ts';

/** A fake worker that records its messages and answers on command. */
class FakeWorker {
  onerror: ((event: { message: string }) => void) | undefined;
  static readonly all: FakeWorker[] = [];
  asked: unknown;
  ended = false;
  onmessage: ((event: { data: CheckMessage }) => void) | undefined;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(menu: unknown): void {
    this.asked = menu;
  }
  terminate(): void {
    this.ended = true;
  }
  tell(data: CheckMessage): void {
    if (!this.ended) this.onmessage?.({ data });
  }
}

const PAUSE = 250;
const menuOf = (name: string) => ({ name, items: [] as Item[] }) as Menu;
/** A menu as it is posted to the worker. */
const posted = (name: string) => ({ rest: { name }, order: [], dishes: [] });
const finding = { code: 'no-section', severity: 'hint', where: 'items/a', params: {} } as Finding;
const analysis = { item: 'a', exact: true, builds: '2', price: null, calories: null } as Analysis;

function play() {
  const menus = new Subject<Menu | undefined>();
  const running = runEffects(CheckEffects, {}, checkFeature, [{ provide: Store, useValue: { select: () => menus } }]);
  const change = (menu: Menu | undefined, ms = PAUSE) => {
    menus.next(menu);
    vi.advanceTimersByTime(ms);
  };
  return { ...running, change, worker: (at: number) => FakeWorker.all.at(at) };
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('Worker', FakeWorker);
  FakeWorker.all.length = 0;
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('line check in the pages', () => {
  it('is worked out in a worker, with its progress, once there is a menu', () => {
    const check = play();
    check.change(menuOf('early'));
    expect(FakeWorker.all).toEqual([]);
    check.act(checkActions.opened());
    check.change(undefined);
    expect(FakeWorker.all).toEqual([]);
    check.change(menuOf('one'));
    expect(check.worker(0)?.asked).toEqual(posted('one'));
    check.worker(0)?.tell({ type: 'progress', done: 3, total: 9 });
    expect(check.state()).toMatchObject({ findings: undefined, analyses: undefined, running: { done: 3, total: 9 } });
    check.worker(0)?.tell({ type: 'progress', done: 4, total: 9, found: [finding] });
    expect(check.state()).toMatchObject({ findings: [finding], isPartial: true });
    check.worker(0)?.tell({ type: 'done', findings: [finding] });
    check.worker(0)?.tell({ type: 'analyzed', analyses: [analysis] });
    const mend = { kind: 'delete', edits: [] } as const;
    check.worker(0)?.tell({ type: 'mend', finding: 'no-section items/a', mend });
    expect(check.state()).toEqual({
      findings: [finding],
      isPartial: false,
      analyses: [analysis],
      mends: { 'no-section items/a': mend },
      running: undefined,
      hasFailed: false,
    });
  });

  it('waits for a pause in the typing, then begins anew; what was found stays meanwhile', () => {
    const check = play();
    check.act(checkActions.opened());
    check.change(menuOf('one'));
    check.worker(0)?.tell({ type: 'done', findings: [finding] });
    check.change(menuOf('two'), PAUSE - 1);
    check.change(menuOf('three'), PAUSE - 1);
    expect(FakeWorker.all).toHaveLength(1);
    vi.advanceTimersByTime(1);
    // Its mends are overtaken, which it leaves by itself.
    expect([check.worker(0)?.ended, check.worker(0)?.asked]).toEqual([false, posted('three')]);
    check.worker(0)?.tell({ type: 'mend', finding: 'of the first', mend: { kind: 'delete', edits: [] } });
    check.worker(0)?.tell({ type: 'settled' });
    check.worker(0)?.tell({ type: 'progress', done: 1, total: 2 });
    expect(check.state()).toMatchObject({ findings: [finding], mends: {}, running: { done: 1, total: 2 } });
  });

  it('ends a check that is overtaken before it is done', () => {
    const check = play();
    check.act(checkActions.opened());
    check.change(menuOf('one'));
    check.worker(0)?.tell({ type: 'progress', done: 1, total: 2 });
    check.change(menuOf('two'));
    expect([check.worker(0)?.ended, check.worker(1)?.asked]).toEqual([true, posted('two')]);
  });

  it('says that it broke down, and can be asked again', () => {
    const check = play();
    check.act(checkActions.opened());
    check.change(menuOf('one'));
    check.worker(0)?.onerror?.({ message: 'out of memory' });
    expect(check.state()).toMatchObject({ hasFailed: true, running: undefined });
    check.act(checkActions.opened());
    check.change(menuOf('one'));
    expect(check.worker(1)?.asked).toEqual(posted('one'));
  });

  it('asks the worker that is done again: it remembers what it proved', () => {
    const check = play();
    check.act(checkActions.opened());
    check.change(menuOf('one'));
    check.worker(0)?.tell({ type: 'done', findings: [] });
    check.worker(0)?.tell({ type: 'settled' });
    check.change(menuOf('two'));
    expect(FakeWorker.all).toHaveLength(1);
    expect(check.worker(0)?.asked).toEqual(posted('two'));
  });

  it('does not begin anew for a menu that is the same', () => {
    const check = play();
    const menu = menuOf('one');
    check.act(checkActions.opened());
    check.change(menu);
    check.change(menu);
    expect(FakeWorker.all).toHaveLength(1);
  });

  it('is stopped when somebody stops it, and begins again with the next change', () => {
    const check = play();
    check.act(checkActions.opened());
    check.change(menuOf('one'));
    check.worker(0)?.tell({ type: 'progress', done: 1, total: 9 });
    check.act(checkActions.stopped());
    expect([check.worker(0)?.ended, check.state().running]).toEqual([true, undefined]);
    check.change(menuOf('two'));
    expect(check.worker(1)?.asked).toEqual(posted('two'));
  });
});
