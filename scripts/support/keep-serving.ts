import { say } from './project';
import { serve, type Served, type ServeOptions } from './serve';

/** The first wait before a dead app is started again, and the longest, milliseconds. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 30_000;
/** An app that lived so long is not one that dies at its start. */
const HEALTHY_MS = 60_000;

/** An app that is started again whenever it ends by itself. */
export interface KeptServing {
  url: string;
  /** The process that runs just now. */
  process: () => Served['process'];
  stop(): Promise<void>;
}

/**
 * Serves the app and keeps it served: where it ends by itself it is started again, after a wait that doubles while it keeps dying. The database is
 * nobody's business here: it goes on. Throws where the app does not even start once.
 */
export async function keepServing(options: ServeOptions): Promise<KeptServing> {
  let app = await serve(options);
  let stopping = false;
  let wake = () => {};
  const pause = (ms: number) =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, ms);
      wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  const watch = async () => {
    let wait = FIRST_WAIT_MS;
    for (;;) {
      const since = Date.now();
      const code = await app.ended;
      if (stopping) return;
      wait = Date.now() - since > HEALTHY_MS ? FIRST_WAIT_MS : Math.min(LONGEST_WAIT_MS, wait * 2);
      say(
        `The app ended by itself (exit code ${code}). Nothing recorded is lost; it is started again in ${wait / 1000} s.`,
      );
      for (;;) {
        await pause(wait);
        if (stopping) return;
        const next = await serve(options).catch((error: Error) => {
          say(`${error.message} It is tried again.`);
          return null;
        });
        if (next) {
          app = next;
          break;
        }
        wait = Math.min(LONGEST_WAIT_MS, wait * 2);
      }
      if (stopping) return app.stop();
      say('The app answers again.');
    }
  };
  const watching = watch();
  return {
    url: app.url,
    process: () => app.process,
    stop: async () => {
      stopping = true;
      wake();
      await app.stop();
      await watching;
    },
  };
}
