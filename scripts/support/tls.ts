import { connect, type AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:tls';
import { PlainFailure } from './project';

/** What stands before the app and speaks TLS with the tablets. */
export interface TlsFront {
  port: number;
  stop(): Promise<void>;
}

/** Takes TLS on `host` and hands the bytes through to the app on loopback, which itself never leaves this machine. */
export async function startTls({ host, port, appPort, certificate, key }: { host: string; port: number; appPort: number; certificate: string; key: string }): Promise<TlsFront> {
  let server: Server;
  const open = new Set<{ destroy(): void }>();
  try {
    server = createServer({ cert: certificate, key, minVersion: 'TLSv1.2', ALPNProtocols: ['http/1.1'] }, (outside) => {
      const inside = connect(appPort, '127.0.0.1');
      for (const [one, other] of [[outside, inside], [inside, outside]] as const) {
        open.add(one);
        one.on('error', () => other.destroy());
        one.on('close', () => { open.delete(one); other.destroy(); });
        one.pipe(other);
      }
    });
  } catch (error) {
    throw new PlainFailure(`The certificate cannot be used: ${(error as Error).message}`);
  }
  server.on('tlsClientError', () => undefined);
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error) => reject(new PlainFailure(`Nothing can listen on ${host}:${port}: ${error.message}`)));
    server.listen(port, host, resolve);
  });
  const stop = () => new Promise<void>((resolve) => {
    server.close(() => resolve());
    for (const socket of open) socket.destroy();
  });
  return { port: (server.address() as AddressInfo).port, stop };
}
