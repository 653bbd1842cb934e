import { readArguments, UsageError } from '../cli/arguments';
import { ensureBuild } from '../support/build';
import { migrate } from '../support/migrate';
import { isFree } from '../support/ports';
import { ensureDatabase, startProjectCluster, type Cluster } from '../support/postgres';
import { PlainFailure, say } from '../support/project';
import { serve } from '../support/serve';
import { DEMO_PEOPLE } from './demo-people';
import { loadDemo } from './load-demo';

const USAGE = 'Usage: pezzo up [--port N] [--host ADDRESS] [--no-demo] [--reset-demo]';
const DEFAULT_PORT = 4700;
const isLoopback = (host: string) => host === 'localhost' || host === '::1' || host.startsWith('127.');

interface UpOptions {
  port: number;
  host: string;
  demo: boolean;
  resetDemo: boolean;
}

function readOptions(argv: string[]): UpOptions {
  const { values, positionals } = readArguments(argv, {
    'port': { type: 'string' }, 'host': { type: 'string' }, 'no-demo': { type: 'boolean' }, 'reset-demo': { type: 'boolean' },
  }, USAGE);
  const port = values.port === undefined ? DEFAULT_PORT : Number(values.port);
  if (positionals.length || !Number.isInteger(port) || port < 1 || port > 65_535) throw new UsageError(USAGE);
  if (values['no-demo'] && values['reset-demo']) throw new UsageError(`--no-demo and --reset-demo exclude each other.\n${USAGE}`);
  return { port, host: values.host ?? '127.0.0.1', demo: !values['no-demo'], resetDemo: values['reset-demo'] ?? false };
}

/** `pezzo up`: everything from nothing to a served app; returns the exit status when it was stopped. */
export async function upCommand(argv: string[]): Promise<number> {
  const options = readOptions(argv);
  let cluster: Cluster | null = null;
  const stopped = new Promise<'stopped'>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => resolve('stopped'));
  });
  try {
    if (!(await isFree(options.port, options.host))) {
      throw new PlainFailure(`Port ${options.port} on ${options.host} is taken. Stop what uses it, or start with --port ${options.port + 1}.`);
    }
    if (!process.env.DATABASE_URL) cluster = await startProjectCluster();
    const databaseUrl = process.env.DATABASE_URL ?? (await ensureDatabase(cluster!, 'pezzo'));
    await migrate(databaseUrl);
    if (options.demo) await loadDemo(databaseUrl, options.resetDemo);
    await ensureBuild();
    const app = await serve({ ...options, databaseUrl });
    greet(app.url, options);
    const first = await Promise.race([stopped, app.ended]);
    if (first !== 'stopped') throw new PlainFailure('The app ended by itself.');
    say('Stopping…');
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

function greet(url: string, { demo, host }: UpOptions): void {
  process.stdout.write(`\nPezzo is at ${url}\n`);
  if (demo) {
    process.stdout.write('\nDemo sign-ins (name: PIN, and password at the desk):\n');
    for (const person of DEMO_PEOPLE) process.stdout.write(`  ${person.name}, ${person.role}: ${person.pin}${person.password ? `  ${person.password}` : ''}\n`);
  }
  if (!isLoopback(host)) process.stdout.write('\nThis address can be reached by others on the network, without encryption: only on a network you trust.\n');
  process.stdout.write('\nCtrl-C stops everything.\n');
}
