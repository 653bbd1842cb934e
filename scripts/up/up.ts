import { isIP } from 'node:net';
import QRCode from 'qrcode';
import { readArguments, UsageError } from '../cli/arguments';
import { ensureBuild } from '../support/build';
import { migrate } from '../support/migrate';
import { freePort, isFree } from '../support/ports';
import { ensureDatabase, startProjectCluster, type Cluster } from '../support/postgres';
import { PlainFailure, say } from '../support/project';
import { serve } from '../support/serve';
import { startTls, type TlsFront } from '../support/tls';
import { fingerprintOf, givenCertificate, privateCertificate, type Certificate } from './certificate';
import { DEMO_PEOPLE } from './demo-people';
import { loadDemo } from './load-demo';

const USAGE = 'Usage: pezzo up [--port N] [--host NAME [--certificate FILE --key FILE]] [--no-demo] [--reset-demo]';
const DEFAULT_PORT = 4700;
const isLoopback = (host: string) => host === 'localhost' || host === '::1' || host.startsWith('127.');

interface UpOptions {
  port: number;
  host: string;
  demo: boolean;
  resetDemo: boolean;
  /** The files of a certificate of one's own; null makes a private one where one is needed. */
  given: { certificate: string; key: string } | null;
}

function readOptions(argv: string[]): UpOptions {
  const { values, positionals } = readArguments(argv, {
    'port': { type: 'string' }, 'host': { type: 'string' }, 'no-demo': { type: 'boolean' }, 'reset-demo': { type: 'boolean' }, 'certificate': { type: 'string' }, 'key': { type: 'string' },
  }, USAGE);
  const port = values.port === undefined ? DEFAULT_PORT : Number(values.port);
  if (positionals.length || !Number.isInteger(port) || port < 1 || port > 65_535) throw new UsageError(USAGE);
  if (values['no-demo'] && values['reset-demo']) throw new UsageError(`--no-demo and --reset-demo exclude each other.\n${USAGE}`);
  const { certificate, key } = values;
  if ((certificate === undefined) !== (key === undefined)) throw new UsageError(`--certificate and --key belong together.\n${USAGE}`);
  const host = values.host ?? '127.0.0.1';
  if (host === '0.0.0.0' || host === '::') throw new UsageError(`Say the name or address that the tablets use, as in --host bay.example: the certificate is made for it.\n${USAGE}`);
  if (certificate && isLoopback(host)) throw new UsageError(`A certificate is for --host NAME: on loopback plain HTTP is served.\n${USAGE}`);
  return { port, host, demo: !values['no-demo'], resetDemo: values['reset-demo'] ?? false, given: certificate && key ? { certificate, key } : null };
}

/** `pezzo up`: everything from nothing to a served app; returns the exit status when it was stopped. */
export async function upCommand(argv: string[]): Promise<number> {
  const options = readOptions(argv);
  let cluster: Cluster | null = null;
  let front: TlsFront | null = null;
  const stopped = new Promise<'stopped'>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => resolve('stopped'));
  });
  try {
    if (!(await isFree(options.port, listenOn(options.host)))) {
      throw new PlainFailure(`Port ${options.port} on ${options.host} is taken. Stop what uses it, or start with --port ${options.port + 1}.`);
    }
    if (!process.env.DATABASE_URL) cluster = await startProjectCluster();
    const databaseUrl = process.env.DATABASE_URL ?? (await ensureDatabase(cluster!, 'pezzo'));
    await migrate(databaseUrl);
    if (options.demo) await loadDemo(databaseUrl, options.resetDemo);
    await ensureBuild();
    const tls = isLoopback(options.host) ? null : options.given ? givenCertificate(options.given.certificate, options.given.key) : privateCertificate(options.host);
    const app = tls
      ? await serve({ host: '127.0.0.1', port: await freePort(), databaseUrl, env: { PEZZO_TLS: '1', ...(tls.authority ? { PEZZO_AUTHORITY: tls.authority } : {}) } })
      : await serve({ ...options, databaseUrl });
    if (tls) front = await startTls({ host: listenOn(options.host), port: options.port, appPort: Number(new URL(app.url).port), ...tls });
    await greet(tls ? `https://${options.host}:${options.port}` : app.url, options, tls);
    const first = await Promise.race([stopped, app.ended]);
    if (first !== 'stopped') throw new PlainFailure('The app ended by itself.');
    say('Stopping…');
    await front?.stop();
    await app.stop();
    return 0;
  } catch (error) {
    if (!(error instanceof PlainFailure)) throw error;
    say(error.message);
    return 1;
  } finally {
    cluster?.stop();
  }
}

/** A name is listened to on every address of this machine: which one it stands for is the network's affair. An address is listened to as it is. */
const listenOn = (host: string): string => (isIP(host) ? host : '0.0.0.0');

async function greet(url: string, { demo }: UpOptions, tls: Certificate | null): Promise<void> {
  process.stdout.write(`\nPezzo is at ${url}\n`);
  if (demo) {
    process.stdout.write('\nDemo sign-ins (name: PIN, and password at the desk):\n');
    for (const person of DEMO_PEOPLE) process.stdout.write(`  ${person.name}, ${person.role}: ${person.pin}${person.password ? `  ${person.password}` : ''}\n`);
  }
  if (tls?.authority) {
    process.stdout.write(`\nA tablet trusts this shop once: scan this, or open ${url}/trust, and follow the page there.\nIts first visit warns that the certificate is not known yet; compare this fingerprint before going on:\n  ${fingerprintOf(tls.authority)}\n\n`);
    process.stdout.write(`${await QRCode.toString(`${url}/trust`, { type: 'terminal', small: true })}\n`);
  } else if (tls) {
    process.stdout.write(`\n${await QRCode.toString(url, { type: 'terminal', small: true })}\n`);
  }
  process.stdout.write('\nCtrl-C stops everything.\n');
}
