import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { capture } from '../../scripts/support/command';
import { ensurePackages } from '../../scripts/support/debian';
import { freePort } from '../../scripts/support/ports';

const PROGRAM = '/usr/sbin/pgbouncer';

/** A pooler in transaction mode before a database: Debian's pgbouncer. */
export interface Pooler {
  /** The same database by way of the pooler. */
  url: string;
  stop(): Promise<void>;
}

/** Starts a pooler before the database of an address. */
export async function startPooler(databaseUrl: string): Promise<Pooler> {
  await ensurePackages(['pgbouncer'], () => existsSync(PROGRAM));
  const folder = mkdtempSync(join(tmpdir(), 'pezzo-pooler-'));
  const url = new URL(databaseUrl);
  const port = await freePort();
  writeFileSync(join(folder, 'users.txt'), `"${url.username}" "${decodeURIComponent(url.password)}"\n`);
  writeFileSync(
    join(folder, 'pooler.ini'),
    `
[databases]
* = host=${url.hostname} port=${url.port}
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = scram-sha-256
auth_file = ${join(folder, 'users.txt')}
pool_mode = transaction
max_client_conn = 200
default_pool_size = 12
server_login_retry = 1
`,
  );
  // It refuses to run as root.
  const isRoot = process.getuid?.() === 0;
  if (isRoot) capture('chown', ['-R', 'postgres', folder]);
  chmodSync(folder, 0o755);
  const [command, args] = isRoot
    ? ['setpriv', ['--reuid=postgres', '--regid=postgres', '--init-groups', PROGRAM, join(folder, 'pooler.ini')]]
    : [PROGRAM, [join(folder, 'pooler.ini')]];
  const child = spawn(command, args, { stdio: 'ignore', cwd: '/' });
  const ended = new Promise<void>((resolve) => child.on('exit', () => resolve()));
  for (let tries = 0; !(await answers(port)); tries += 1) {
    if (tries === 50) throw new Error('The pooler did not start.');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  url.port = String(port);
  return {
    url: url.href,
    stop: async () => {
      child.kill('SIGTERM');
      setTimeout(() => child.kill('SIGKILL'), 3000).unref();
      await ended;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const answers = (port: number) =>
  new Promise<boolean>((resolve) => {
    const socket = connect(port, '127.0.0.1', () => {
      socket.destroy();
      resolve(true);
    });
    socket.on('error', () => resolve(false));
  });
