import { spawn, type ChildProcess } from 'node:child_process';
import { ROOT } from './project';

/** A running app. */
export interface Served {
  url: string;
  process: ChildProcess;
  /** Resolves with the exit code when the app ends by itself or is stopped. */
  ended: Promise<number>;
  stop(): Promise<void>;
}

/** Starts the built app and waits until it answers. Throws where it does not within half a minute. */
export async function serve({ host, port, databaseUrl, env = {} }: { host: string; port: number; databaseUrl: string; env?: Record<string, string> }): Promise<Served> {
  const child = spawn(process.execPath, ['--max-old-space-size=200', 'node_modules/next/dist/bin/next', 'start', '-H', host, '-p', String(port)], {
    cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: databaseUrl, ...env },
  });
  const ended = new Promise<number>((resolve) => child.on('exit', (code) => resolve(code ?? 0)));
  const url = `http://${host.includes(':') ? `[${host}]` : host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
  const stop = async () => {
    child.kill('SIGTERM');
    await ended;
  };
  for (let tries = 0; tries < 150; tries += 1) {
    if (child.exitCode !== null) throw new Error('The app stopped while starting.');
    if (await answers(url)) return { url, process: child, ended, stop };
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await stop();
  throw new Error('The app did not answer within 30 seconds.');
}

const answers = (url: string) => fetch(`${url}/api/health`).then((response) => response.ok, () => false);
