import type { Request } from 'express';

/** The token by which a till is known; it got it when it first had the right PIN. */
export function deviceOf(request: Request): string | undefined {
  return request.get('x-device-token');
}
