import { addressOf, publicApi } from '@hearty-ladle/core';

/** The URL of a picture; `small` for lists. */
export function pictureUrl(id: string, size: 'large' | 'small' = 'small'): string {
  return `${addressOf(publicApi.picture).replace(':id', encodeURIComponent(id))}${size === 'small' ? '?size=small' : ''}`;
}
