import { HttpClient, type HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { AnswerOf, BodyOf, RefusalFieldsOf, Route, Routes, StaticOf } from '@hearty-ladle/core';
import type { Observable } from 'rxjs';
import { bodyOf } from './failure.ts';

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
    readonly device?: string | undefined;
    readonly person?: string;
  };

interface AnyInput {
  readonly params?: Readonly<Record<string, unknown>>;
  readonly query?: Readonly<Record<string, string | number | undefined>>;
  readonly body?: unknown;
  readonly key?: string;
  readonly device?: string;
  readonly person?: string;
}

/**
 * Calls the server's routes, by name, as their contracts have them. The only place that uses HTTP. Only the types of the
 * contracts are used, so that pages don't load their schemas.
 */
@Injectable({ providedIn: 'root' })
export class ApiClient {
  readonly #http = inject(HttpClient);

  call<N extends keyof Routes>(name: N, input: CallInput<Routes[N]>): Observable<AnswerOf<Routes[N]>> {
    const { params = {}, query = {}, body, key, device, person } = input as AnyInput;
    const [method = '', path = ''] = name.split(' ');
    const address = path.replace(/:(\w+)/g, (_, param: string) => encodeURIComponent(String(params[param])));
    const asked = Object.fromEntries(
      Object.entries(query).filter(
        (entry): entry is [string, string | number] => entry[1] !== undefined && entry[1] !== '',
      ),
    );
    const headers = {
      ...(key !== undefined && { 'Idempotency-Key': key }),
      ...(device !== undefined && { 'X-Device-Token': device }),
      ...(person !== undefined && { 'X-Working-As': encodeURIComponent(person) }),
      ...(body instanceof Blob && { 'Content-Type': 'application/octet-stream' }),
    };
    return this.#http.request<AnswerOf<Routes[N]>>(method, address, { body, headers, params: asked });
  }
}

/** The fields of a refusal's problem document, as far as the server sent them. */
export function refusalOf<N extends keyof Routes>(_name: N, error: HttpErrorResponse): RefusalFieldsOf<Routes[N]> {
  return bodyOf(error) as RefusalFieldsOf<Routes[N]>;
}
