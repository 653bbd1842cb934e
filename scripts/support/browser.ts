import { chromium, expect, type Browser, type BrowserContext, type Locator, type Page } from '@playwright/test';
import { CHROMIUM } from './debian';

/** Flags that keep Chromium off the network and running as root. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Starts Debian's Chromium without a window. */
export const openBrowser = (): Promise<Browser> => chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });

/** What a sign-in sends: digits are a PIN, everything else a password. */
export const secretOf = (secret: string) => (/^\d+$/.test(secret) ? { pin: secret } : { password: secret });

/** A browser context that is signed in. */
export async function signedIn(
  browser: Browser,
  baseURL: string,
  person: string,
  secret: string,
  size = { width: 1280, height: 800 },
): Promise<BrowserContext> {
  const context = await browser.newContext({ baseURL, viewport: size });
  const response = await context.request.post('/api/sign-in', { data: { person, ...secretOf(secret) } });
  if (!response.ok()) throw new Error(`Sign-in failed: ${await response.text()}`);
  return context;
}

/** Taps everything of a kind that is left, one after another, each until it is no longer left; done where the screen has gone on to something that has none. */
export async function tapAll(left: Locator): Promise<void> {
  for (let n = await left.count(); n > 0; n = await left.count()) {
    try {
      await left.first().click({ timeout: 10_000 });
      await expect(left).toHaveCount(n - 1);
    } catch (error) {
      // What was counted may have been the screen before, on its way out.
      if ((await left.count()) > 0) throw error;
    }
  }
}

/** Answers what the screen asks before its wide bar can be tapped: lines to tick, functions to test. */
export async function answerAll(page: Page): Promise<void> {
  await tapAll(page.getByRole('checkbox', { checked: false }));
  await tapAll(page.getByRole('button', { name: /^(Works|Yes)$/, pressed: false }));
}
