import { bodyLimit, bytesInWords } from '../contracts/body-limits';

/** What the front looks at of a request, before anything else of it is read. */
export interface Knock {
  method: string;
  /** As it was sent: "/library?q=kite". */
  url: string;
  headers: Record<string, string | string[] | undefined>;
}

/** What the front knows of itself. */
export interface House {
  /** Names and addresses it is reached under, without ports, lower case. */
  hosts: ReadonlySet<string>;
  tls: boolean;
}

/** Why a request is turned away at the door. */
export interface Refusal {
  status: 400 | 403 | 405 | 413 | 421 | 429 | 431 | 503;
  code: 'bad-address' | 'other-site' | 'method' | 'too-large' | 'unknown-host' | 'too-often' | 'keeps-ending-it';
  message: string;
}

const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS']);
const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

const refuse = (status: Refusal['status'], code: Refusal['code'], message: string): Refusal => ({
  status,
  code,
  message,
});
const one = (header: string | string[] | undefined): string | undefined => (Array.isArray(header) ? header[0] : header);

/** The name in a Host header: "bay.example:4700" is "bay.example", "[::1]:4700" is "::1". */
export const hostName = (host: string): string =>
  host
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1');

/** The path of an address; null where it cannot be read ("%E0%A4%A"). */
export function pathOf(url: string): string | null {
  try {
    const path = decodeURIComponent(url.split(/[?#]/, 1)[0]);
    return path.startsWith('/') && !path.includes('\0') ? path : null;
  } catch {
    return null;
  }
}

/** Whether the rest of an address can be read: no NUL, no bad escape, nothing escaped twice ("%2500"). */
export function isPlainQuery(url: string): boolean {
  const query = url.split('#', 1)[0].split('?').slice(1).join('?');
  try {
    return !decodeURIComponent(query.replace(/\+/g, ' ')).includes('\0') && !/%25(00|0a|0d|2e|2f|25)/i.test(url);
  } catch {
    return false;
  }
}

/** Whether a request may come in; null where it may. Nothing of its body has been read by then. */
export function admit(knock: Knock, house: House): Refusal | null {
  const { method, headers } = knock;
  if (!METHODS.has(method)) return refuse(405, 'method', `“${method.slice(0, 20)}” is not supported here.`);
  const path = pathOf(knock.url);
  if (path === null || !isPlainQuery(knock.url)) return refuse(400, 'bad-address', 'That address is not valid.');
  if (!house.hosts.has(hostName(one(headers.host) ?? '')))
    return refuse(
      421,
      'unknown-host',
      'This shop is not reached under that name. Use the address that was printed when Pezzo was started.',
    );
  if (CHANGES.has(method) && !isOwnOrigin(headers, house))
    return refuse(403, 'other-site', 'This request came from another site.');
  const length = one(headers['content-length']);
  const limit = bodyLimit(path);
  return length !== undefined && Number(length) > limit
    ? refuse(413, 'too-large', `That is larger than ${bytesInWords(limit)}.`)
    : null;
}

/**
 * Whether it was sent over HTTPS: to here, or to another server that passed it on and says so. A page of another site cannot say so: browsers ask first
 * before they send such a header elsewhere, and get no leave here.
 */
const isSecure = (headers: Knock['headers'], { tls }: House) => tls || one(headers['x-forwarded-proto']) === 'https';

/** Every browser names the origin of what changes state. A sender without one must not be a browser, which says so by Sec-Fetch-Site. */
function isOwnOrigin(headers: Knock['headers'], house: House): boolean {
  const origin = one(headers.origin);
  if (origin === undefined) return headers['sec-fetch-site'] === undefined && headers['sec-fetch-mode'] === undefined;
  return origin === `${isSecure(headers, house) ? 'https' : 'http'}://${one(headers.host)}`;
}
