import { describe, expect, it } from 'vitest';
import { securityHeaders } from './policy';

const of = (pathname: string, tls = false) => securityHeaders(pathname, { nonce: 'abc', tls });

// OWASP ASVS 4.0.3, 14.4.2 to 14.4.7.
describe('the headers of an answer', () => {
  it('let a page run only scripts with its nonce, in no frame', () => {
    const policy = of('/library')['content-security-policy'];
    for (const part of [
      `script-src 'self' 'nonce-abc' 'strict-dynamic'`,
      `frame-ancestors 'none'`,
      `object-src 'none'`,
      `base-uri 'none'`,
      `form-action 'self'`,
    ])
      expect(policy).toContain(part);
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  });

  it('let data do nothing at all, and be kept by no browser', () => {
    expect(of('/api/jobs')).toMatchObject({
      'content-security-policy': `default-src 'none'; frame-ancestors 'none'`,
      'cache-control': 'no-store',
    });
    expect(of('/library')['cache-control']).toBeUndefined();
  });

  it('leave the scripts of workers to their own answer', () => {
    expect(of('/_next/static/chunks/a.js')['content-security-policy']).toBeUndefined();
    expect(of('/service-worker.js')['content-security-policy']).toBeUndefined();
  });

  it('say that types are not guessed and addresses not told, and under TLS that it stays TLS', () => {
    for (const path of ['/', '/api/jobs'])
      expect(of(path)).toMatchObject({
        'x-content-type-options': 'nosniff',
        'referrer-policy': 'same-origin',
        'x-frame-options': 'DENY',
      });
    expect(of('/_next/static/chunks/a.js', true)).toEqual({
      'x-content-type-options': 'nosniff',
      'strict-transport-security': 'max-age=31536000',
    });
    expect([of('/')['strict-transport-security'], of('/', true)['strict-transport-security']]).toEqual([
      undefined,
      'max-age=31536000',
    ]);
  });
});
