import { randomBytes } from 'node:crypto';
import { isIP } from 'node:net';
import pg from 'pg';
import QRCode from 'qrcode';
import { UsageError } from '../cli/usage-error';
import { ensureBuild } from '../support/build';
import { limitRole, migrate, tooMuchOf } from '../support/migrate';
import { isFree } from '../support/ports';
import { keepCluster, prepareDatabase, startProjectCluster, type Cluster } from '../support/postgres';
import { PlainFailure, say } from '../support/project';
import { makeWorkers } from '../support/workers';
import { keepServing } from '../support/keep-serving';
import { isLoopback, LOOPBACK } from '../support/serve';
import { addressesOf, fingerprintOf, givenCertificate, privateCertificate, type Certificate } from './certificate';
import { DEMO_PEOPLE } from './demo-people';
import { loadDemo } from './load-demo';

/** What `pezzo up` was given. */
interface UpArguments {
  port: number;
  host: string;
  demo: boolean;
  resetDemo?: boolean;
  certificate?: string;
  key?: string;
}

interface UpOptions extends UpArguments {
  /** The files of a certificate of one's own; null makes a private one where one is needed. */
  given: { certificate: string; key: string } | null;
}

function readOptions(given: UpArguments): UpOptions {
  const { certificate, key, host } = given;
  if ((certificate === undefined) !== (key === undefined))
    throw new UsageError('--certificate and --key belong together.');
  if (host === '0.0.0.0' || host === '::')
    throw new UsageError(
      'Give the name or address that the tablets use, as in --host bay.example: the certificate is made for it.',
    );
  if (certificate && isLoopback(host))
    throw new UsageError('A certificate is for --host NAME: on loopback plain HTTP is served.');
  return { ...given, given: certificate && key ? { certificate, key } : null };
}

/** `pezzo up`: everything from nothing to a served app; returns the exit status when it was stopped. */
export async function upCommand(given: UpArguments): Promise<number> {
  const options = readOptions(given);
  let cluster: Cluster | null = null;
  const stopped = new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => resolve());
  });
  try {
    if (!(await isFree(options.port, listenOn(options.host)))) {
      throw new PlainFailure(
        `Port ${options.port} on ${options.host} is taken. Stop what uses it, or start with --port ${options.port + 1}.`,
      );
    }
    if (!process.env.DATABASE_URL) cluster = await startProjectCluster();
    const databaseUrl = cluster
      ? await prepareDatabase(cluster, 'pezzo')
      : await prepareGiven(process.env.DATABASE_URL!);
    await makeWorkers();
    if (options.demo)
      await loadDemo(databaseUrl, cluster?.url('pezzo') ?? ownerOf(databaseUrl), options.resetDemo ?? false);
    await ensureBuild();
    const tls = isLoopback(options.host)
      ? null
      : options.given
        ? givenCertificate(options.given.certificate, options.given.key)
        : await privateCertificate(options.host);
    const code = await setupCode(databaseUrl);
    const app = await keepServing({
      host: listenOn(options.host),
      port: options.port,
      databaseUrl,
      hosts: tls ? [options.host, ...LOOPBACK, ...addressesOf(options.host)] : [options.host, ...LOOPBACK],
      tls,
      env: {
        ...(tls?.authority ? { PEZZO_AUTHORITY: tls.authority } : {}),
        ...(code ? { PEZZO_SETUP_CODE: code } : {}),
      },
    });
    const stopLooking = cluster ? keepCluster() : () => undefined;
    await greet(tls ? `https://${options.host}:${options.port}` : app.url, options, tls, code);
    await stopped;
    say('Stopping…');
    stopLooking();
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

/** The address that owns the tables of a database of one's own: a second one where it is given, so that the app itself owns nothing. */
const ownerOf = (databaseUrl: string) => process.env.PEZZO_OWNER_URL ?? databaseUrl;

/** Brings a database of one's own up to date, and says where the app's role can do more than it should. */
async function prepareGiven(databaseUrl: string): Promise<string> {
  const owner = ownerOf(databaseUrl);
  await migrate(owner, owner === databaseUrl ? undefined : decodeURIComponent(new URL(databaseUrl).username));
  if (!(await limitRole(databaseUrl)))
    say(
      'The role of DATABASE_URL may not set its own time limits; set statement_timeout, lock_timeout and idle_in_transaction_session_timeout for it.',
    );
  const tooMuch = await tooMuchOf(databaseUrl);
  if (tooMuch.length)
    say(
      `The app works as a role that can do more than it needs: ${tooMuch.join(', ')}. Give it a plain one in DATABASE_URL, and the owner's address in PEZZO_OWNER_URL.`,
    );
  return databaseUrl;
}

/** What first start asks for, so that nobody who merely reaches the address can make the shop theirs; null once there is a shop. */
async function setupCode(databaseUrl: string): Promise<string | null> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    if ((await client.query('select 1 from door_branches()')).rowCount) return null;
  } finally {
    await client.end();
  }
  const letters = [...randomBytes(8)].map((byte) => CODE_LETTERS[byte % CODE_LETTERS.length]).join('');
  return `${letters.slice(0, 4)}-${letters.slice(4)}`;
}

/** Letters and digits that nobody takes for one another. */
const CODE_LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';

/** A name is listened to on every address of this machine: which one it stands for is the network's affair. An address is listened to as it is. */
const listenOn = (host: string): string => (isIP(host) ? host : '0.0.0.0');

async function greet(url: string, { demo }: UpOptions, tls: Certificate | null, code: string | null): Promise<void> {
  process.stdout.write(`\nPezzo is at ${url}\n`);
  if (code) process.stdout.write(`\nFirst start: open ${url}/setup and type this code there: ${code}\n`);
  if (demo && !code) {
    process.stdout.write('\nDemo sign-ins (name: PIN, and password at the desk):\n');
    for (const person of DEMO_PEOPLE)
      process.stdout.write(
        `  ${person.name}, ${person.role}: ${person.pin}${person.password ? `  ${person.password}` : ''}\n`,
      );
  }
  if (tls?.authority) {
    process.stdout.write(
      `\nA tablet trusts this shop once: scan this, or open ${url}/trust, and follow the page there.\nIts first visit warns that the certificate is not known yet; compare this fingerprint before going on:\n  ${fingerprintOf(tls.authority)}\n\n`,
    );
    process.stdout.write(`${await QRCode.toString(`${url}/trust`, { type: 'terminal', small: true })}\n`);
  } else if (tls) {
    process.stdout.write(`\n${await QRCode.toString(url, { type: 'terminal', small: true })}\n`);
  }
  process.stdout.write('\nCtrl-C stops everything.\n');
}
