import { spawn, type ChildProcess } from 'node:child_process';
import { request as requestHttp } from 'node:http';
import { request as requestHttps } from 'node:https';
import { constants } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './project';
import { makeWorkers, WORKERS_FOLDER } from './workers';

/** Memory for objects of the app's own thread, MB: its heavy work has threads and limits of its own. */
const MEMORY_MB = 320;

/** A running app. */
export interface Served {
  url: string;
  process: ChildProcess;
  /** Resolves with the exit code when the app ends by itself or is stopped; 128 and the signal's number where it was killed, as shells say it. */
  ended: Promise<number>;
  stop(): Promise<void>;
}

export interface ServeOptions {
  /** The address to listen on. */
  host: string;
  port: number;
  databaseUrl: string;
  /** Names and addresses it is reached under; loopback ones where left out. */
  hosts?: string[];
  tls?: { certificateFile: string; keyFile: string } | null;
  env?: Record<string, string>;
}

/** Loopback names and addresses: whoever uses them sits at this machine. */
export const LOOPBACK = ['localhost', '127.0.0.1', '::1'];
export const isLoopback = (host: string) => host === 'localhost' || host === '::1' || host.startsWith('127.');

/** Starts the built app behind its front and waits until it answers. Throws where it does not within half a minute. */
export async function serve({
  host,
  port,
  databaseUrl,
  hosts = LOOPBACK,
  tls = null,
  env = {},
}: ServeOptions): Promise<Served> {
  await makeWorkers();
  const child = spawn(process.execPath, [`--max-old-space-size=${MEMORY_MB}`, join(WORKERS_FOLDER, 'front.mjs')], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      PEZZO_HOST: host,
      PEZZO_PORT: String(port),
      PEZZO_HOSTS: [...hosts, process.env.PEZZO_HOSTS ?? ''].join(','),
      PEZZO_LOCAL: isLoopback(host) && !tls ? '1' : '0',
      ...(tls ? { PEZZO_TLS: '1', PEZZO_TLS_CERTIFICATE: tls.certificateFile, PEZZO_TLS_KEY: tls.keyFile } : {}),
      ...env,
    },
  });
  const ended = new Promise<number>((resolve) =>
    child.on('exit', (code, signal) => resolve(code ?? 128 + (signal ? constants.signals[signal] : 0))),
  );
  const at = host === '0.0.0.0' ? '127.0.0.1' : host;
  const url = `${tls ? 'https' : 'http'}://${at.includes(':') ? `[${at}]` : at}:${port}`;
  const stop = async () => {
    child.kill('SIGTERM');
    const force = setTimeout(() => child.kill('SIGKILL'), 5000);
    await ended;
    clearTimeout(force);
  };
  for (let tries = 0; tries < 150; tries += 1) {
    if (child.exitCode !== null || child.signalCode !== null) throw new Error('The app stopped while starting.');
    if (await answers(`${url}/api/health`)) return { url, process: child, ended, stop };
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await stop();
  throw new Error('The app did not answer within 30 seconds.');
}

/** Whether the app answers; its certificate is not looked at, since it is asked on this machine. */
const answers = (url: string) =>
  new Promise<boolean>((resolve) => {
    const request = url.startsWith('https')
      ? requestHttps(url, { rejectUnauthorized: false, timeout: 2000 })
      : requestHttp(url, { timeout: 2000 });
    request.on('response', (response) => {
      response.resume();
      resolve(response.statusCode === 200);
    });
    request.on('timeout', () => request.destroy());
    request.on('error', () => resolve(false));
    request.end();
  });
