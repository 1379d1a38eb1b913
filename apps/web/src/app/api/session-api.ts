import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  Acting,
  Device,
  FirstOwner,
  OwnSecrets,
  PairingCode,
  PairingRequest,
  Person,
  PersonChange,
  PinTry,
  Session,
  SignedIn,
  SignIn,
  TrailEntry,
} from '@hearty-ladle/core';
import { catchError, map, type Observable, of, timeout } from 'rxjs';
import { ANSWER_MS, asked, type Asked } from './asked.ts';
import { ApiClient } from './client.ts';
import { codeOf, failureOf } from './failure.ts';

/** `code`: why the PIN was not taken, as the problem document has it; undefined if there was no answer. */
export type PinAnswer =
  | { readonly outcome: 'right'; readonly acting: Acting }
  | { readonly outcome: 'wrong'; readonly code: string | undefined };

/** The server's routes about people, sessions and devices, as the pages' effects use them. */
@Injectable({ providedIn: 'root' })
export class SessionApi {
  readonly #client = inject(ApiClient);

  session(): Observable<Session> {
    return this.#client.call('get /api/session', {}).pipe(timeout(ANSWER_MS));
  }

  signIn(body: SignIn): Observable<Asked<Session>> {
    return asked(this.#client.call('post /api/session', { body }));
  }

  signInDemo(person: string): Observable<Asked<Session>> {
    return asked(this.#client.call('post /api/session/demo', { body: { person } }));
  }

  signOut(): Observable<Asked<Session>> {
    return asked(this.#client.call('post /api/session/end', { body: {} }));
  }

  signOutEverywhere(): Observable<Asked<unknown>> {
    return asked(this.#client.call('post /api/workbench/account/sign-out-everywhere', { body: {} }));
  }

  makeOwner(body: FirstOwner): Observable<Asked<Session>> {
    return asked(this.#client.call('post /api/first-owner', { body }));
  }

  pair(code: string): Observable<Asked<Session>> {
    return asked(this.#client.call('post /api/pair', { body: { code } }));
  }

  unpair(): Observable<Asked<Session>> {
    return asked(this.#client.call('post /api/unpair', { body: {} }));
  }

  /** The people who may act with a PIN here. */
  peopleHere(): Observable<readonly SignedIn[]> {
    return this.#client.call('get /api/device/people', {});
  }

  tryPin(body: PinTry): Observable<PinAnswer> {
    return this.#client.call('post /api/device/pin', { body }).pipe(
      timeout(ANSWER_MS),
      map((acting): PinAnswer => ({ outcome: 'right', acting })),
      catchError((error: HttpErrorResponse) =>
        of<PinAnswer>({
          outcome: 'wrong',
          code: failureOf(error) === 'refused' || error.status === 429 ? codeOf(error) : undefined,
        }),
      ),
    );
  }

  forgetPin(): Observable<unknown> {
    return this.#client.call('post /api/device/pin/forget', { body: {} });
  }

  people(): Observable<readonly Person[]> {
    return this.#client.call('get /api/workbench/people', {});
  }

  setPerson(body: PersonChange): Observable<Asked<Person>> {
    return asked(this.#client.call('post /api/workbench/people', { body }));
  }

  setOwnSecrets(body: OwnSecrets): Observable<Asked<unknown>> {
    return asked(this.#client.call('post /api/workbench/account/secrets', { body }));
  }

  devices(): Observable<readonly Device[]> {
    return this.#client.call('get /api/workbench/devices', {});
  }

  newPairingCode(body: PairingRequest): Observable<Asked<PairingCode>> {
    return asked(this.#client.call('post /api/workbench/devices/codes', { body }));
  }

  withdrawDevice(id: string): Observable<Asked<unknown>> {
    return asked(this.#client.call('post /api/workbench/devices/:id/withdraw', { params: { id }, body: {} }));
  }

  trail(before?: number): Observable<readonly TrailEntry[]> {
    return this.#client.call('get /api/workbench/trail', { query: { ...(before !== undefined && { before }) } });
  }
}
