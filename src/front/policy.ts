/** What every answer of a page allows the browser: our own files, scripts that carry this answer's nonce, no frames. While the app is worked on, the compiler's own ways too. */
export const pagePolicy = (nonce: string, isDev = false): string =>
  [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDev ? ` 'unsafe-eval'` : ''}`,
    // React writes positions as style attributes; whole style sheets come from our own files only.
    isDev ? `style-src 'self' 'unsafe-inline'` : `style-src 'self' 'nonce-${nonce}'`,
    `style-src-attr 'unsafe-inline'`,
    `img-src 'self' blob: data:`,
    `media-src 'self' blob:`,
    `font-src 'self'`,
    `connect-src 'self'`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');

/** What an answer that is no page allows: nothing. */
const DATA_POLICY = `default-src 'none'; frame-ancestors 'none'`;
const YEAR_SECONDS = 31_536_000;

const isPage = (pathname: string) =>
  !/^\/(api|_next\/static)\/|^\/service-worker\.js$|^\/trust\/certificate$/.test(pathname);
/** Scripts of workers live by the policy of their own answer: a nonce would lock them out of their own pieces. */
const isStatic = (pathname: string) => pathname.startsWith('/_next/static/') || pathname === '/service-worker.js';

/** Headers that every answer of an address carries. Source: OWASP ASVS 4.0.3, 14.4 (HTTP security headers). */
export function securityHeaders(
  pathname: string,
  { nonce, tls, isDev = false }: { nonce: string; tls: boolean; isDev?: boolean },
): Record<string, string> {
  const always = {
    'x-content-type-options': 'nosniff',
    ...(tls ? { 'strict-transport-security': `max-age=${YEAR_SECONDS}` } : {}),
  };
  // Pieces of pages that everybody may have: the rest is the page's own to say, and a dozen of them load at once.
  if (isStatic(pathname)) return always;
  return {
    ...always,
    'content-security-policy': isPage(pathname) ? pagePolicy(nonce, isDev) : DATA_POLICY,
    'x-frame-options': 'DENY',
    'referrer-policy': 'same-origin',
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
    'permissions-policy': 'camera=(self), microphone=(self), geolocation=(), payment=(), usb=()',
    ...(pathname.startsWith('/api/') ? { 'cache-control': 'no-store' } : {}),
  };
}
