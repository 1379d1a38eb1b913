import type { Routes } from '@hearty-ladle/core';

const ROUTE = 'get /api/pictures/:id' satisfies keyof Routes;
const PATH = ROUTE.replace('get ', '');

/** The URL of a picture; `small` for lists. */
export function pictureUrl(id: string, size: 'large' | 'small' = 'small'): string {
  return `${PATH.replace(':id', encodeURIComponent(id))}${size === 'small' ? '?size=small' : ''}`;
}
