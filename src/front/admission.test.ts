import { describe, expect, it } from 'vitest';
import { admit, hostName, pathOf, type House, type Knock } from './admission';

const HOUSE: House = { hosts: new Set(['127.0.0.1', 'localhost', '::1', 'bay.example']), tls: false };
const knock = (over: Partial<Knock> = {}): Knock => ({
  method: 'POST',
  url: '/api/jobs',
  ...over,
  headers: { host: '127.0.0.1:4700', origin: 'http://127.0.0.1:4700', 'content-length': '10', ...over.headers },
});
const code = (over: Partial<Knock> = {}, house = HOUSE) => admit(knock(over), house)?.code ?? null;

describe('at the door', () => {
  it('comes in what a page of our own sends', () => {
    expect(code()).toBeNull();
    expect(code({ headers: { host: 'BAY.example:4700', origin: 'http://BAY.example:4700' } })).toBeNull();
    expect(code({ headers: { host: '[::1]:4700', origin: 'http://[::1]:4700' } })).toBeNull();
    expect(code({ method: 'GET', headers: { origin: undefined } })).toBeNull();
  });

  it.each<[string, Partial<Knock>, string]>([
    [
      'another site’s page, whatever it says of itself',
      { headers: { origin: 'http://evil.example', 'sec-fetch-site': 'same-origin' } },
      'other-site',
    ],
    ['another port of this machine', { headers: { origin: 'http://127.0.0.1:9999' } }, 'other-site'],
    ['another scheme', { headers: { origin: 'https://127.0.0.1:4700' } }, 'other-site'],
    ['a page without an origin (sandboxed)', { headers: { origin: 'null' } }, 'other-site'],
    [
      'a browser that names no origin',
      { headers: { origin: undefined, 'sec-fetch-site': 'same-origin' } },
      'other-site',
    ],
    [
      'a name that leads here by a trick of the network',
      { headers: { host: 'evil.example', origin: 'http://evil.example' } },
      'unknown-host',
    ],
    ['a request without a host', { headers: { host: undefined } }, 'unknown-host'],
    ['an address that cannot be read', { url: '/%E0%A4%A' }, 'bad-address'],
    ['a NUL in the address', { url: '/a%00b' }, 'bad-address'],
    ['a NUL in the query', { url: '/api/search?q=a%00b' }, 'bad-address'],
    ['a bad escape in the query', { url: '/library?q=%E0%A4%A' }, 'bad-address'],
    ['what was escaped twice', { url: '/procedures/%252e%252e' }, 'bad-address'],
    ['a NUL that was escaped twice', { url: '/api/search?q=%2500' }, 'bad-address'],
    ['TRACE', { method: 'TRACE' }, 'method'],
    ['a method nobody knows', { method: 'BREW' }, 'method'],
    ['a sign-in of 5 kB', { url: '/api/sign-in', headers: { 'content-length': '5000' } }, 'too-large'],
    ['events of 3 MB', { url: '/api/logs/x/events', headers: { 'content-length': '3000000' } }, 'too-large'],
    [
      'a procedure of 7 MB',
      { url: '/api/procedures/x/draft?version=1', headers: { 'content-length': '7000000' } },
      'too-large',
    ],
    [
      'a photo of 40 MB',
      { method: 'PUT', url: '/api/photos/x?job=1', headers: { 'content-length': '40000000' } },
      'too-large',
    ],
    ['a form of 70 kB', { url: '/api/jobs', headers: { 'content-length': '70000' } }, 'too-large'],
  ])('%s is turned away', (_what, over, expected) => expect(code(over)).toBe(expected));

  it('knows whoever is no browser by its saying nothing of where it comes from', () => {
    expect(code({ headers: { origin: undefined } })).toBeNull();
  });

  it('expects https where it speaks TLS', () => {
    const house = { ...HOUSE, tls: true };
    expect([code({}, house), code({ headers: { origin: 'https://127.0.0.1:4700' } }, house)]).toEqual([
      'other-site',
      null,
    ]);
  });

  it('believes another server before it that it speaks HTTPS', () => {
    expect(
      code({ headers: { host: 'bay.example', origin: 'https://bay.example', 'x-forwarded-proto': 'https' } }),
    ).toBeNull();
    expect(code({ headers: { host: 'bay.example', origin: 'http://bay.example', 'x-forwarded-proto': 'https' } })).toBe(
      'other-site',
    );
  });

  it('reads names and paths', () => {
    expect(['Bay.Example:4700', '[::1]:80', '127.0.0.1', ''].map(hostName)).toEqual([
      'bay.example',
      '::1',
      '127.0.0.1',
      '',
    ]);
    expect(['/a%20b?q=%E0%A4%A', '/%ff', 'no-slash', '*'].map(pathOf)).toEqual(['/a b', null, null, null]);
  });
});
