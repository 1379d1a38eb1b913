import '@angular/compiler';
import { Injector } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { type Audience, PageAudience } from './audience.ts';
import { Live } from './live.ts';

class Source {
  static readonly CLOSED = 2;
  static readonly opened: Source[] = [];
  readyState = 1;
  onmessage: (event: { data: string }) => void = () => undefined;
  onerror: () => void = () => undefined;
  constructor(readonly url: string) {
    Source.opened.push(this);
  }
  close(): void {
    this.readyState = Source.CLOSED;
  }
  say(type: string): void {
    this.onmessage({ data: JSON.stringify({ type }) });
  }
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('EventSource', Source);
  Source.opened.length = 0;
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function listening() {
  const changes = new BehaviorSubject<Audience>('device');
  const live = Injector.create({
    providers: [{ provide: Live }, { provide: PageAudience, useValue: { changes } }],
  }).get(Live);
  const heard: string[] = [];
  const states: boolean[] = [];
  live.connected.subscribe((state) => states.push(state));
  const subscription = live.events.subscribe(({ type }) => heard.push(type));
  return { heard, states, subscription };
}

it('a connection that says nothing, not even that it is alive, is not live, and is opened again', () => {
  const { heard, states } = listening();
  const [first] = Source.opened;
  first?.say('connected');
  for (let i = 0; i < 5; i++) {
    vi.advanceTimersByTime(4_000);
    first?.say('alive');
  }
  expect([heard, states.at(-1), Source.opened.length]).toEqual([['connected'], true, 1]);
  vi.advanceTimersByTime(10_000);
  expect([states.at(-1), first?.readyState, Source.opened.length]).toEqual([false, Source.CLOSED, 2]);
  Source.opened[1]?.say('connected');
  expect([heard, states.at(-1)]).toEqual([['connected', 'connected'], true]);
});

it('an answer that is no stream is asked for again; nothing is opened after the page is left', () => {
  const { states, subscription } = listening();
  const [first] = Source.opened;
  first?.close();
  first?.onerror();
  expect(states.at(-1)).toBe(false);
  vi.advanceTimersByTime(2_000);
  expect(Source.opened.map(({ url }) => url)).toEqual(['/api/device/events', '/api/device/events']);
  subscription.unsubscribe();
  vi.advanceTimersByTime(60_000);
  expect(Source.opened).toHaveLength(2);
});
