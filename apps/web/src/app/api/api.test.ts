import '@angular/compiler';
import { HttpClient, HttpErrorResponse, HttpResponse } from '@angular/common/http';
import { Injector, runInInjectionContext } from '@angular/core';
import { firstValueFrom, type Observable, of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { Person } from '../state/person.ts';
import { Api } from './api.ts';

/** The api beside a server that answers each request with the same status and body. */
function answering(status: number, body: unknown = {}) {
  const answer = (): Observable<unknown> => (status === 200 ? of(new HttpResponse({ body }).body) : throwError(() => new HttpErrorResponse({ status, error: body })));
  const http = { get: vi.fn(answer), post: vi.fn(answer) };
  const injector = Injector.create({ providers: [{ provide: HttpClient, useValue: http }, { provide: Person, useValue: { name: () => 'Inés & Co' } }] });
  return { http, api: runInInjectionContext(injector, () => new Api()) };
}
const request = { label: 'x', change: { edits: [] }, based: [] };
const order = { lines: [] };

describe('a change that was sent', () => {
  it.each([
    [200, { revision: 4 }, { outcome: 'kept', kept: { revision: 4 } }],
    [409, { conflicts: [{ id: 'a' }] }, { outcome: 'conflict', conflicts: [{ id: 'a' }] }],
    [422, { title: 'The menu would be wrong.', faults: [{ path: '/x' }] }, { outcome: 'refused', faults: [{ path: '/x' }], says: 'The menu would be wrong.' }],
    [413, 'too large', { outcome: 'refused', faults: [], says: 'The server refused this.' }],
    [429, { title: 'wait' }, { outcome: 'away' }], [500, {}, { outcome: 'away' }], [502, '<html>', { outcome: 'away' }], [0, null, { outcome: 'away' }],
  ])('and answered %i %j', async (status, body, outcome) => {
    const { api, http } = answering(status, body);
    expect(await firstValueFrom(api.change(request))).toEqual(outcome);
    expect(http.post).toHaveBeenCalledExactlyOnceWith('/api/changes', request, { headers: { 'X-Working-As': 'In%C3%A9s%20%26%20Co' } });
  });
});

describe('an order that was placed', () => {
  it.each([
    [200, { id: 'x', number: 7, total: 430 }, { outcome: 'placed', order: { id: 'x', number: 7, total: 430 } }],
    [409, { quote: { total: 480 } }, { outcome: 'costs-otherwise', total: 480 }],
    [409, 'from somewhere between', { outcome: 'refused', problems: [], says: 'The server refused this.' }],
    [422, { title: 'It does not stand.', problems: [{ line: 0, code: 'too-few' }] }, { outcome: 'refused', problems: [{ line: 0, code: 'too-few' }], says: 'It does not stand.' }],
    [429, {}, { outcome: 'away' }], [503, {}, { outcome: 'away' }], [0, null, { outcome: 'away' }],
  ])('and answered %i %j', async (status, body, outcome) => {
    const { api, http } = answering(status, body);
    expect(await firstValueFrom(api.placeOrder(order, 'key-of-this-order'))).toEqual(outcome);
    expect(http.post).toHaveBeenCalledExactlyOnceWith('/api/orders', order, { headers: { 'Idempotency-Key': 'key-of-this-order' } });
  });
});

describe('smaller deeds', () => {
  it('say why something cannot be taken back, in the server’s words or our own', async () => {
    const said = (status: number, body?: unknown) => firstValueFrom(answering(status, body).api.takeBack(3));
    expect(await said(200)).toBeUndefined();
    expect(await said(409, { title: 'The milk was changed since.' })).toBe('The milk was changed since.');
    expect(await said(0, null)).toMatch(/does not answer/);
  });

  it('know a word at the till from one that is not', async () => {
    expect(await firstValueFrom(answering(200).api.allow('2468'))).toBe(true);
    expect(await firstValueFrom(answering(403).api.allow('1'))).toBe(false);
  });

  it('ask for older entries and found orders only where something is asked for', () => {
    const { api, http } = answering(200, []);
    api.journal();
    api.journal(41);
    api.orders('');
    api.orders('ilse 4');
    expect(http.get.mock.calls).toEqual([
      ['/api/journal', { params: {} }], ['/api/journal', { params: { before: 41 } }], ['/api/orders', { params: {} }], ['/api/orders', { params: { find: 'ilse 4' } }],
    ]);
  });
});
