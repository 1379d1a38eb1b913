import '@angular/compiler';
import { HttpClient, HttpErrorResponse, HttpResponse } from '@angular/common/http';
import { Injector, runInInjectionContext } from '@angular/core';
import { Store } from '@ngrx/store';
import { firstValueFrom, type Observable, of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { Api } from './api.ts';
import { ApiClient } from './client.ts';
import { type Audience, audienceOf, PageAudience } from './audience.ts';
import { OrderingApi } from './ordering-api.ts';
import { SessionApi } from './session-api.ts';
import { sessionLost } from './session-slice.ts';

/** The API client against a server that answers every request with the same status and body. */
function answering(status: number, body: unknown = {}, audience: Audience = 'shop', acting?: string) {
  const store = { dispatch: vi.fn(), selectSignal: () => () => acting };
  const answer = (): Observable<unknown> =>
    status === 200
      ? of(new HttpResponse({ body }).body)
      : throwError(() => new HttpErrorResponse({ status, error: body }));
  const http = {
    request: vi.fn((_method: string, _address: string, _options: { headers: object; params: object; body?: unknown }) =>
      answer(),
    ),
  };
  const injector = Injector.create({
    providers: [
      ApiClient,
      { provide: HttpClient, useValue: http },
      { provide: Store, useValue: store },
      { provide: PageAudience, useValue: { now: () => audience } },
    ],
  });
  return {
    http,
    store,
    api: runInInjectionContext(injector, () => new Api()),
    ordering: runInInjectionContext(injector, () => new OrderingApi()),
    session: runInInjectionContext(injector, () => new SessionApi()),
  };
}
const request = { id: 'request-1', label: 'x', change: { edits: [] }, based: [] };
const order = { lines: [] };

describe('a change that was sent', () => {
  it.each([
    [200, { revision: 4 }, { outcome: 'saved', saved: { revision: 4 } }],
    [409, { revision: 5, conflicts: [{ id: 'a' }] }, { outcome: 'conflict', revision: 5, conflicts: [{ id: 'a' }] }],
    [
      422,
      { title: 'The menu would be wrong.', faults: [{ path: '/x' }] },
      { outcome: 'refused', faults: [{ path: '/x' }], message: 'The menu would be wrong.' },
    ],
    [413, 'too large', { outcome: 'refused', faults: [], message: 'The server refused this.' }],
    [429, { title: 'wait' }, { outcome: 'busy' }],
    [503, {}, { outcome: 'busy' }],
    [500, {}, { outcome: 'failed' }],
    [502, '<html>', { outcome: 'busy' }],
    [0, null, { outcome: 'offline' }],
  ])('and answered %i %j', async (status, body, outcome) => {
    const { api, http } = answering(status, body);
    expect(await firstValueFrom(api.change(request))).toEqual(outcome);
    expect(http.request).toHaveBeenCalledExactlyOnceWith('post', '/api/workbench/changes', {
      body: request,
      headers: {},
      params: {},
    });
  });
});

describe('an order that was placed', () => {
  it.each([
    [200, { id: 'x', number: 7, total: 430 }, { outcome: 'placed', order: { id: 'x', number: 7, total: 430 } }],
    [409, { total: 480 }, { outcome: 'costs-otherwise', total: 480 }],
    [
      409,
      'from somewhere between',
      { outcome: 'refused', problems: [], code: '', message: 'The server refused this.' },
    ],
    [
      422,
      {
        type: 'urn:hearty-ladle:problem:order-refused',
        title: 'It can’t be placed.',
        problems: [{ line: 0, code: 'too-few' }],
      },
      {
        outcome: 'refused',
        problems: [{ line: 0, code: 'too-few' }],
        code: 'order-refused',
        message: 'It can’t be placed.',
      },
    ],
    [
      409,
      { order: { id: 'f', number: 6, total: 430 } },
      { outcome: 'first-was-placed', order: { id: 'f', number: 6, total: 430 } },
    ],
    [
      422,
      { type: 'urn:hearty-ladle:problem:too-many-lines', title: '12 at most.', fault: { limit: 12 } },
      { outcome: 'refused', problems: [], code: 'too-many-lines', fault: { limit: 12 }, message: '12 at most.' },
    ],
    [
      429,
      { title: 'Too many wrong PINs.' },
      { outcome: 'refused', problems: [], code: '', message: 'Too many wrong PINs.' },
    ],
    [503, {}, { outcome: 'busy' }],
    [500, {}, { outcome: 'failed' }],
    [0, null, { outcome: 'offline' }],
  ])('and answered %i %j', async (status, body, outcome) => {
    const { ordering, http } = answering(status, body);
    expect(await firstValueFrom(ordering.placeOrder(order, 'key-of-this-order'))).toEqual(outcome);
    expect(http.request).toHaveBeenCalledExactlyOnceWith('post', '/api/shop/orders', {
      body: order,
      headers: { 'Idempotency-Key': 'key-of-this-order' },
      params: {},
    });
  });
});

describe('smaller requests', () => {
  it('say why something cannot be undone, in the server’s words or our own', async () => {
    const refusal = (status: number, body?: unknown) => firstValueFrom(answering(status, body).api.undo(3, 'undo-3'));
    expect(await refusal(200)).toBeUndefined();
    expect(await refusal(409, { title: 'The milk was changed since.' })).toBe('The milk was changed since.');
    expect(await refusal(0, null)).toMatch(/does not answer/);
  });

  it('know a right PIN from a wrong one and from no answer', async () => {
    const body = { person: 'p', pin: '2468' };
    const acting = { acting: 'token', name: 'Ines', until: 'then' };
    const tried = (status: number, answer: unknown) =>
      firstValueFrom(answering(status, answer, 'device').session.tryPin(body));
    expect(await tried(200, acting)).toEqual({ outcome: 'right', acting });
    expect(await tried(403, { type: 'urn:hearty-ladle:problem:pin-wrong' })).toEqual({
      outcome: 'wrong',
      code: 'pin-wrong',
    });
    for (const status of [0, 503]) expect(await tried(status, null)).toEqual({ outcome: 'wrong' });
  });

  it('are made as the person who entered a PIN, and tell when nobody is signed in any more', async () => {
    const { ordering, http, store } = answering(200, {}, 'device', 'acting-token');
    ordering.placeOrder(order, 'key-of-this-order');
    expect(http.request.mock.calls[0]?.[2].headers).toEqual({
      'Idempotency-Key': 'key-of-this-order',
      'X-Acting-As': 'acting-token',
    });
    expect(store.dispatch).not.toHaveBeenCalled();
    const lost = answering(401);
    expect(await firstValueFrom(lost.api.change(request))).toEqual({ outcome: 'busy' });
    expect(lost.store.dispatch).toHaveBeenCalledExactlyOnceWith(sessionLost());
  });

  it('go to the addresses of the page’s audience', () => {
    expect(
      ['/', '/menu/ember', '/setup/house', '/shop', '/shop/order/7', '/till', '/pass?station=tea', '/shopping'].map(
        audienceOf,
      ),
    ).toEqual(['workbench', 'workbench', 'workbench', 'shop', 'shop', 'device', 'device', 'workbench']);
    const { ordering, http } = answering(200, [], 'device');
    ordering.servedMenu('steps', 'es');
    ordering.placeOrder(order, 'key-of-this-order');
    expect(http.request.mock.calls).toEqual([
      ['get', '/api/device/menu', { headers: {}, params: { location: 'steps' }, body: undefined }],
      ['post', '/api/device/orders', { body: order, headers: { 'Idempotency-Key': 'key-of-this-order' }, params: {} }],
    ]);
  });

  it('read an edition at the address that its location is said to have, in the language of the page', async () => {
    const { ordering, http } = answering(200, { edition: 12, hash: 'f00d', location: 'steps', language: 'es' });
    await firstValueFrom(ordering.servedMenu('steps', 'es'));
    await firstValueFrom(ordering.servedMenu(undefined, undefined));
    expect(http.request.mock.calls.map(([, address, { params }]) => [address, params])).toEqual([
      ['/api/shop/edition', { location: 'steps', language: 'es' }],
      ['/api/shop/editions/12/f00d/es', { location: 'steps' }],
      ['/api/shop/edition', {}],
      ['/api/shop/editions/12/f00d/es', { location: 'steps' }],
    ]);
  });

  it('ask for older entries and found orders only where something is asked for', () => {
    const { api, http } = answering(200, []);
    api.journal();
    api.journal(41);
    api.orders({ find: '' });
    api.orders({ find: 'ilse 4', before: 12 });
    expect(http.request.mock.calls.map(([, address, { params }]) => [address, params])).toEqual([
      ['/api/workbench/journal', {}],
      ['/api/workbench/journal', { before: 41 }],
      ['/api/workbench/orders', {}],
      ['/api/workbench/orders', { find: 'ilse 4', before: 12 }],
    ]);
  });
});
