import { chromium, type Browser, type BrowserContext } from '@playwright/test';
import { CHROMIUM } from './debian';

/** Flags that keep Chromium off the network and running as root. */
export const CHROMIUM_ARGS = [
  '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync',
];

/** Starts Debian's Chromium without a window. */
export const openBrowser = (): Promise<Browser> => chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });

/** A browser context signed in by PIN. */
export async function signedIn(browser: Browser, baseURL: string, person: string, pin: string, size = { width: 1280, height: 800 }): Promise<BrowserContext> {
  const context = await browser.newContext({ baseURL, viewport: size });
  const response = await context.request.post('/api/sign-in', { data: { person, pin } });
  if (!response.ok()) throw new Error(`Sign-in failed: ${await response.text()}`);
  return context;
}
