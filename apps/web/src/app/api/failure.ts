import type { HttpErrorResponse } from '@angular/common/http';

/**
 * Why a request failed. `offline`: the server could not be reached. `busy`: temporary, the same request may succeed in
 * a moment. `failed`: an error at the server, retrying would not help. In these three cases it is unknown whether the
 * request took effect. `refused`: the server rejected its content.
 */
export type FailureKind = 'offline' | 'busy' | 'failed' | 'refused';
export type Unanswered = Exclude<FailureKind, 'refused'>;

/** 401: the same request succeeds once somebody has signed in again. */
const TEMPORARY = new Set([401, 408, 425, 429, 502, 503, 504]);

export function failureOf({ status }: Pick<HttpErrorResponse, 'status'>): FailureKind {
  if (status === 0) return 'offline';
  if (TEMPORARY.has(status)) return 'busy';
  return status >= 400 && status < 500 ? 'refused' : 'failed';
}

export function bodyOf(error: HttpErrorResponse): Record<string, unknown> {
  return typeof error.error === 'object' && error.error !== null ? (error.error as Record<string, unknown>) : {};
}

/** The server's message, if any. */
export function titleOf(error: HttpErrorResponse): string {
  const title = bodyOf(error)['title'];
  return typeof title === 'string' ? title : 'The server refused this.';
}

/** The code of the server's problem document; empty if it sent none. */
export function codeOf(error: HttpErrorResponse): string {
  const type = bodyOf(error)['type'];
  return typeof type === 'string' ? (type.split(':').at(-1) ?? '') : '';
}

/** Why something was refused, in the server's words, or that there was no answer. */
export function failureText(error: HttpErrorResponse): string {
  return failureOf(error) === 'refused' ? titleOf(error) : 'There was no answer. Try again in a moment.';
}
