import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer as createHttp, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createHttps } from 'node:https';
import { BlockList, isIP, isIPv6 } from 'node:net';
import next from 'next';
import { bodyLimit } from '../contracts/body-limits';
import { admit, pathOf, type House, type Refusal } from './admission';
import { countBody } from './count-body';
import { answerEvents, eventLog, tokenOf } from './event-route';
import { pagePolicy, securityHeaders } from './policy';
import { tlsOptions } from './tls-options';
import { Turns, weigh } from './turns';
import { addressOf as requestOf, UnderWay } from './under-way';

/** Where the front listens and what it is told by whoever starts it. */
interface FrontOptions {
  host: string;
  port: number;
  hosts: string[];
  /** Servers that stand before this one: what they say of a sender's address and of HTTPS is believed, and nobody else's word. */
  trusted: BlockList;
  /** Requests that kept ending the app: they are turned away. */
  refused: ReadonlySet<string>;
  /** True where it listens on loopback only: then every sender sits at this machine. */
  isLocal: boolean;
  tls: { certificate: string; key: string } | null;
  /** Compiles on asking and reloads pages on every change: for work on the app itself. */
  isDev: boolean;
}

function readOptions(env: NodeJS.ProcessEnv): FrontOptions {
  const { PEZZO_TLS_CERTIFICATE: certificate, PEZZO_TLS_KEY: key } = env;
  return {
    host: env.PEZZO_HOST ?? '127.0.0.1',
    port: Number(env.PEZZO_PORT ?? 4700),
    hosts: (env.PEZZO_HOSTS ?? 'localhost,127.0.0.1,::1')
      .toLowerCase()
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
    trusted: readTrusted(env.PEZZO_TRUSTED_FRONTS ?? ''),
    refused: new Set((env.PEZZO_REFUSED ?? '').split(',').filter(Boolean)),
    isLocal: env.PEZZO_LOCAL === '1',
    isDev: env.PEZZO_DEV === '1',
    tls: certificate && key ? { certificate: readFileSync(certificate, 'utf8'), key: readFileSync(key, 'utf8') } : null,
  };
}

/** Addresses and networks, separated by commas: "127.0.0.1, 10.0.0.0/24". What is none of these is said and left out. */
function readTrusted(text: string): BlockList {
  const list = new BlockList();
  for (const one of text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)) {
    const [address, bits] = one.split('/');
    const family = isIPv6(address) ? 'ipv6' : 'ipv4';
    if (!isIP(address)) process.stderr.write(`PEZZO_TRUSTED_FRONTS: “${one}” is no address; it is left out.\n`);
    else if (bits === undefined) list.addAddress(address, family);
    else list.addSubnet(address, Number(bits), family);
  }
  return list;
}

type Handle = (request: IncomingMessage, response: ServerResponse) => Promise<void>;

/** Stands before every request: turns away what need not be read, counts bodies, sets the headers, and hands the rest to the app. */
function receive(options: FrontOptions, handle: Handle) {
  const house: House = { hosts: new Set(options.hosts), tls: options.tls !== null };
  const underWay = new UnderWay(process.env.PEZZO_UNDER_WAY);
  const turns = new Turns();
  return (request: IncomingMessage, response: ServerResponse) => {
    const url = request.url ?? '/';
    const path = pathOf(url) ?? '/';
    const nonce = randomBytes(16).toString('base64');
    for (const [name, value] of Object.entries(securityHeaders(path, { nonce, tls: house.tls, isDev: options.isDev })))
      response.setHeader(name, value);
    response.on('finish', () => cutUnread(request));
    // Whoever comes through another server sits at another machine, whatever is believed of that server.
    const isLocal = options.isLocal && !isForwarded(request);
    if (!isFromFront(request, options.trusted)) for (const name of FORWARDED) delete request.headers[name];
    const refusal = admit({ method: request.method ?? '', url, headers: request.headers }, house);
    if (refusal) return turnAway(response, refusal);
    const address = requestOf(request.method ?? '', path);
    if (options.refused.has(address))
      return turnAway(response, {
        status: 503,
        code: 'keeps-ending-it',
        message:
          'This request has ended Pezzo several times and is turned away. Everything else works; tell whoever keeps the machine.',
      });
    countBody(request, bodyLimit(path));
    // What only the front may say; a sender's own words of it are dropped.
    request.headers['content-security-policy'] = pagePolicy(nonce, options.isDev);
    delete request.headers['content-security-policy-report-only'];
    request.headers['x-pezzo-sender'] = senderOf(request);
    if (isLocal) request.headers['x-pezzo-local'] = MARK;
    else delete request.headers['x-pezzo-local'];
    const log = options.isDev ? null : eventLog(request.method, path);
    const sender = tokenOf(request) ?? request.headers['x-pezzo-sender'];
    const turnOver = turns.take(sender, weigh(request, path), () => {
      response.on('close', underWay.begin(request.method ?? '', path));
      const answered = log === null ? handle(request, response) : answerEvents(request, response, log);
      answered.catch((error: Error) => {
        process.stderr.write(`${error.stack ?? error.message}\n`);
        if (!response.headersSent) response.writeHead(500).end();
        else response.destroy();
      });
    });
    if (!turnOver) return turnAway(response, TOO_MANY);
    response.on('close', turnOver);
  };
}

/** Said to whoever asks for more while two hundred of their requests wait. */
const TOO_MANY: Refusal = {
  status: 429,
  code: 'too-often',
  message: 'Too much was asked from here at once. Nothing of this was taken; try again in a moment.',
};

/** What only this process knows: the app behind believes no other word of who sits at this machine. */
const MARK = randomBytes(16).toString('hex');
process.env.PEZZO_FRONT_MARK = MARK;

/** What a server before this one says of a request. */
const FORWARDED = [
  'x-forwarded-for',
  'x-forwarded-proto',
  'x-forwarded-host',
  'x-forwarded-port',
  'forwarded',
] as const;

const addressOf = ({ socket }: IncomingMessage) => (socket.remoteAddress ?? '').replace(/^::ffff:/, '');

function isFromFront(request: IncomingMessage, trusted: BlockList): boolean {
  const address = addressOf(request);
  return isIP(address) !== 0 && trusted.check(address, isIPv6(address) ? 'ipv6' : 'ipv4');
}

/** The address a request comes from; where a trusted server passed it on, the one that server saw. */
function senderOf(request: IncomingMessage): string {
  const seen = String(request.headers['x-forwarded-for'] ?? '')
    .split(',')
    .at(-1)!
    .trim();
  return isIP(seen) ? seen : addressOf(request);
}

const isForwarded = ({ headers }: IncomingMessage) =>
  headers['x-forwarded-for'] !== undefined || headers.forwarded !== undefined;

function turnAway(response: ServerResponse, { status, code, message }: Refusal): void {
  const body = JSON.stringify({ code, message });
  response
    .writeHead(status, {
      'content-type': 'application/json',
      'content-length': Buffer.byteLength(body),
      'cache-control': 'no-store',
      connection: 'close',
    })
    .end(body);
}

/** A body that nobody read to its end is not waited for: its connection is closed once the answer is out. A request whose connection is gone has no socket any more. */
function cutUnread(request: IncomingMessage): void {
  if (!request.complete) setTimeout(() => request.socket?.destroy(), 200).unref();
}

/** Starts the app behind its front. Ends the process on SIGTERM once the open answers are out. */
async function main(): Promise<void> {
  const options = readOptions(process.env);
  const app = next({ dev: options.isDev, dir: process.cwd(), hostname: options.host, port: options.port });
  await app.prepare();
  const listener = receive(options, app.getRequestHandler() as Handle);
  const limits = {
    maxHeaderSize: 16 * 1024,
    headersTimeout: 20_000,
    requestTimeout: 240_000,
    keepAliveTimeout: 65_000,
  };
  const server: Server = options.tls
    ? createHttps({ ...limits, ...tlsOptions(options.tls.certificate, options.tls.key) }, listener)
    : createHttp(limits, listener);
  server.on('clientError', (_error, socket) => {
    if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\n\r\n');
    else socket.destroy();
  });
  server.on('tlsClientError', () => undefined);
  server.on('error', (error) => {
    process.stderr.write(`Nothing can listen on ${options.host}:${options.port}: ${error.message}\n`);
    process.exit(1);
  });
  // The channel that tells pages of a change.
  if (options.isDev)
    server.on('upgrade', (request, socket, head) => void app.getUpgradeHandler()(request, socket, head));
  server.listen(options.port, options.host);
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.on(signal, () => {
      server.close();
      process.exit(0);
    });
}

void main();
