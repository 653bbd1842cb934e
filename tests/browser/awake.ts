import { type Page, test as base } from '@playwright/test';

/** Waits until a page of the app takes taps and keys (see `ui/design/waking-script.ts`); any other document is awake at once. */
const untilAwake = (page: Page) => page.waitForFunction(() => !('waking' in (document.documentElement?.dataset ?? {})));

/** The runner’s `test`, whose pages are awake once they were gone to: a person sees a page before they touch it, a test need not. */
export const test = base.extend<object, { awake: undefined }>({
  awake: [
    async ({ browser }, use) => {
      const page = await browser.newPage();
      const every = Object.getPrototypeOf(page) as Page;
      await page.close();
      const { goto, reload } = every;
      every.goto = async function (this: Page, url, options) {
        const answer = await goto.call(this, url, options);
        if (options?.waitUntil !== 'commit') await untilAwake(this);
        return answer;
      };
      every.reload = async function (this: Page, options) {
        const answer = await reload.call(this, options);
        await untilAwake(this);
        return answer;
      };
      await use(undefined);
      Object.assign(every, { goto, reload });
    },
    { scope: 'worker', auto: true },
  ],
});
