import type { Request } from 'express';

const MOST_LETTERS = 60;

/** The name of the person working, for the journal: the header X-Working-As, percent-encoded. */
export function personOf(request: Request): string {
  try {
    const name = decodeURIComponent(request.get('x-working-as') ?? '').replace(/\p{C}+/gu, ' ').trim();
    return [...name].slice(0, MOST_LETTERS).join('') || 'Operator';
  } catch {
    return 'Operator';
  }
}
