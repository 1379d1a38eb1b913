import type { Request } from 'express';

/** The device token of a till, which it received when it first entered the right PIN. */
export function deviceOf(request: Request): string | undefined {
  return request.get('x-device-token');
}
