import type { HttpErrorResponse } from '@angular/common/http';

/**
 * Why a request was not done. `offline`: the server could not be reached. `busy`: it answers, and the same request may
 * succeed in a moment. `failed`: something is wrong there, and trying again by itself would not help. In none of the
 * three is it known whether a request arrived. `refused`: it arrived and was refused for what it says.
 */
export type FailureKind = 'offline' | 'busy' | 'failed' | 'refused';

const TEMPORARY = new Set([408, 425, 429, 502, 503, 504]);

export function failureOf({ status }: Pick<HttpErrorResponse, 'status'>): FailureKind {
  if (status === 0) return 'offline';
  if (TEMPORARY.has(status)) return 'busy';
  return status >= 400 && status < 500 ? 'refused' : 'failed';
}

export function bodyOf(error: HttpErrorResponse): Record<string, unknown> {
  return typeof error.error === 'object' && error.error !== null ? (error.error as Record<string, unknown>) : {};
}

/** The server's own sentence, where it has one. */
export function titleOf(error: HttpErrorResponse): string {
  const title = bodyOf(error)['title'];
  return typeof title === 'string' ? title : 'The server refused this.';
}
