import { createServer, connect, type AddressInfo, type Socket } from 'node:net';
import type { Browser, BrowserContext } from '@playwright/test';

/** A browser of its own whose way to the shop can be cut for certain. */
export interface Tablet {
  context: BrowserContext;
  /** Where this tablet finds the shop. */
  url: string;
  goOffline(): Promise<void>;
  goOnline(): Promise<void>;
  close(): Promise<void>;
}

/**
 * A tablet that reaches the app at `appUrl` through a relay of its own. The browser's own offline switch lets through what a
 * page or service worker that is just starting asks for; a relay that has hung up and listens no more lets nothing through.
 */
export async function newTablet(
  browser: Browser,
  appUrl: string,
  options: Parameters<Browser['newContext']>[0] = {},
): Promise<Tablet> {
  const { hostname, port } = new URL(appUrl);
  const open = new Set<Socket>();
  const relay = createServer((near) => {
    const far = connect(Number(port), hostname);
    for (const [socket, other] of [
      [near, far],
      [far, near],
    ]) {
      open.add(socket);
      socket.on('error', () => other.destroy());
      socket.on('close', () => {
        open.delete(socket);
        other.destroy();
      });
      socket.pipe(other);
    }
  });
  const listen = (at: number) =>
    new Promise<number>((resolve, reject) => {
      relay.once('error', reject);
      relay.listen(at, hostname, () => resolve((relay.address() as AddressInfo).port));
    });
  const hangUp = async () => {
    const closed = new Promise((resolve) => relay.close(resolve));
    for (const socket of open) socket.destroy();
    await closed;
  };
  const own = await listen(0);
  const url = `http://${hostname}:${own}`;
  const context = await browser.newContext({ baseURL: url, ...options });
  return {
    context,
    url,
    async goOffline() {
      await hangUp();
      await context.setOffline(true);
    },
    async goOnline() {
      await listen(own);
      await context.setOffline(false);
    },
    async close() {
      await context.close();
      if (relay.listening) await hangUp();
    },
  };
}
