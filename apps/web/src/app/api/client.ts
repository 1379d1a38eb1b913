import {
  HttpClient,
  type HttpDownloadProgressEvent,
  type HttpErrorResponse,
  HttpEventType,
} from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { AnswerOf, BodyOf, RefusalFieldsOf, Route, Routes, StaticOf } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { concatMap, type Observable, tap } from 'rxjs';
import { bodyOf } from './failure.ts';
import { selectActingToken, sessionLost } from './session-slice.ts';

const SIGN_IN = 401;

type Given<Name extends string, Value> = [Value] extends [undefined] ? unknown : Readonly<Record<Name, Value>>;
/** What a call of a route needs: its parameters, query, body and headers. */
export type CallInput<R extends Route> = Given<
  'params',
  R['params'] extends object ? StaticOf<R['params']> : undefined
> &
  Given<'query', R['query'] extends object ? StaticOf<R['query']> : undefined> &
  Given<'body', R['body'] extends 'picture' ? Blob : BodyOf<R>> & {
    /** The Idempotency-Key of a request that must take effect once. */
    readonly key?: string;
  };

interface AnyInput {
  readonly params?: Readonly<Record<string, unknown>>;
  readonly query?: Readonly<Record<string, string | number | undefined>>;
  readonly body?: unknown;
  readonly key?: string;
}

/**
 * Calls the server's routes, by name, as their contracts have them. The only place that uses HTTP; who is not
 * signed in any more is told to the store. Only the types of the
 * contracts are used, so that pages don't load their schemas.
 */
@Injectable({ providedIn: 'root' })
export class ApiClient {
  readonly #http = inject(HttpClient);
  readonly #store = inject(Store);
  readonly #acting = this.#store.selectSignal(selectActingToken);

  call<N extends keyof Routes>(name: N, input: CallInput<Routes[N]>): Observable<AnswerOf<Routes[N]>> {
    const { method, address, ...options } = this.#request(name, input as AnyInput);
    return this.#http
      .request<AnswerOf<Routes[N]>>(method, address, options)
      .pipe(tap({ error: (error: HttpErrorResponse) => this.#lost(error) }));
  }

  /** The lines of an answer that is written line by line, as they arrive. Unsubscribing ends the request. */
  lines<N extends keyof Routes>(name: N, input: CallInput<Routes[N]>): Observable<AnswerOf<Routes[N]>> {
    const { method, address, ...options } = this.#request(name, input as AnyInput);
    let read = 0;
    return this.#http
      .request(method, address, { ...options, observe: 'events', reportProgress: true, responseType: 'text' })
      .pipe(
        tap({ error: (error: HttpErrorResponse) => this.#lost(error) }),
        concatMap((event) => {
          const isEnd = event.type === HttpEventType.Response;
          const text = isEnd ? (event.body ?? '') : (event as HttpDownloadProgressEvent).partialText;
          if (text === undefined) return [];
          const end = isEnd ? text.length : text.lastIndexOf('\n') + 1;
          const lines = text.slice(read, end).split('\n').filter(Boolean);
          read = Math.max(read, end);
          return lines.map((line) => JSON.parse(line) as AnswerOf<Routes[N]>);
        }),
      );
  }

  #lost({ status }: HttpErrorResponse): void {
    if (status === SIGN_IN) this.#store.dispatch(sessionLost());
  }

  #request(name: string, { params = {}, query = {}, body, key }: AnyInput) {
    const [method = '', path = ''] = name.split(' ');
    const address = path.replace(/:(\w+)/g, (_, param: string) => encodeURIComponent(String(params[param])));
    const asked = Object.fromEntries(
      Object.entries(query).filter(
        (entry): entry is [string, string | number] => entry[1] !== undefined && entry[1] !== '',
      ),
    );
    const acting = this.#acting();
    const headers = {
      ...(key !== undefined && { 'Idempotency-Key': key }),
      ...(acting !== undefined && { 'X-Acting-As': acting }),
      ...(body instanceof Blob && { 'Content-Type': 'application/octet-stream' }),
    };
    return { method, address, body, headers, params: asked };
  }
}

/** The fields of a refusal's problem document, as far as the server sent them. */
export function refusalOf<N extends keyof Routes>(_name: N, error: HttpErrorResponse): RefusalFieldsOf<Routes[N]> {
  return bodyOf(error) as RefusalFieldsOf<Routes[N]>;
}
