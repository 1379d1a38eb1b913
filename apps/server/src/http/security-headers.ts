import type { ServerResponse } from 'node:http';
import { type RequestHandler, type Response, Router } from 'express';
import helmet from 'helmet';

const YEAR_SECONDS = 31_536_000;
/** What no page here uses, so that nothing in a page can either. */
const UNUSED_FEATURES = [
  'accelerometer',
  'browsing-topics',
  'camera',
  'display-capture',
  'geolocation',
  'gyroscope',
  'magnetometer',
  'microphone',
  'midi',
  'payment',
  'serial',
  'usb',
  'xr-spatial-tracking',
];

const nonceOf = (_request: unknown, response: ServerResponse) =>
  `'nonce-${String((response as Response).locals['nonce'])}'`;

/**
 * Headers that tell browsers what a page may do. `isSecure`: it is reached over TLS, so that browsers insist on it from
 * then on; a restaurant's own network often has none.
 */
export function securityHeaders({ isSecure }: { readonly isSecure: boolean }): RequestHandler {
  const router = Router();
  router.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'", nonceOf],
          'style-src': ["'self'", nonceOf],
          'style-src-attr': ["'none'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'connect-src': ["'self'"],
          'frame-ancestors': ["'none'"],
          'base-uri': ["'self'"],
          'form-action': ["'self'"],
          'object-src': ["'none'"],
          'require-trusted-types-for': ["'script'"],
          'trusted-types': ['angular', 'default'],
          'upgrade-insecure-requests': isSecure ? [] : null,
        },
      },
      strictTransportSecurity: isSecure && { maxAge: 2 * YEAR_SECONDS, includeSubDomains: false },
      crossOriginOpenerPolicy: { policy: 'same-origin' },
      crossOriginResourcePolicy: { policy: 'same-origin' },
      referrerPolicy: { policy: 'same-origin' },
      xFrameOptions: { action: 'deny' },
    }),
  );
  const policy = UNUSED_FEATURES.map((feature) => `${feature}=()`).join(', ');
  router.use((_request, response, next) => {
    response.set('Permissions-Policy', policy);
    next();
  });
  return router;
}
