import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { DATA_FOLDER, say } from './project';
import { serve, type Served, type ServeOptions } from './serve';

/** The first wait before a dead app is started again, and the longest, milliseconds. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 5000;
/** An app that lived so long is not one that dies at its start. */
const HEALTHY_MS = 60_000;
/** So many deaths within so long by one and the same request: from then on it is turned away, milliseconds. */
export const CAUSE = { deaths: 5, withinMs: 600_000 };

/** An app that is started again whenever it ends by itself. */
export interface KeptServing {
  url: string;
  /** The process that runs just now. */
  process: () => Served['process'];
  /** Addresses that are turned away, because they kept ending the app. */
  refused: () => string[];
  stop(): Promise<void>;
}

/** What was being answered when the app died, as its front wrote it down; empty where nothing was. */
function readUnderWay(file: string): string[] {
  try {
    return [...new Set(readFileSync(file, 'utf8').split('\n').filter(Boolean))];
  } catch {
    return [];
  }
}

/**
 * Finds the request that keeps ending the app: the address that was under way at every one of the last deaths, so many of them within ten minutes. Null while there is none.
 */
export function causeOf(deaths: readonly { at: number; underWay: string[] }[], now: number): string | null {
  const recent = deaths.filter(({ at }) => now - at < CAUSE.withinMs).slice(-CAUSE.deaths);
  if (recent.length < CAUSE.deaths) return null;
  return recent[0].underWay.find((address) => recent.every(({ underWay }) => underWay.includes(address))) ?? null;
}

/**
 * Serves the app and keeps it served: where it ends by itself it is started again, after a wait that doubles up to five seconds while it keeps dying. A request that keeps ending it is turned
 * away from then on, and said. The database is nobody's business here: it goes on. Throws where the app does not even start once.
 */
export async function keepServing(options: ServeOptions): Promise<KeptServing> {
  const underWayFile = join(DATA_FOLDER, `under-way-${options.port}`);
  const refused: string[] = [];
  const deaths: { at: number; underWay: string[] }[] = [];
  const start = () => {
    rmSync(underWayFile, { force: true });
    return serve({
      ...options,
      env: { ...options.env, PEZZO_UNDER_WAY: underWayFile, PEZZO_REFUSED: refused.join(',') },
    });
  };
  let app = await start();
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
  const noteDeath = () => {
    deaths.push({ at: Date.now(), underWay: readUnderWay(underWayFile) });
    const cause = causeOf(deaths, Date.now());
    if (cause === null || refused.includes(cause)) return;
    refused.push(cause);
    say(`“${cause}” has ended the app ${CAUSE.deaths} times: it is turned away until Pezzo is started anew.`);
  };
  const watch = async () => {
    let wait = FIRST_WAIT_MS;
    for (;;) {
      const since = Date.now();
      const code = await app.ended;
      if (stopping) return;
      noteDeath();
      wait = Date.now() - since > HEALTHY_MS ? FIRST_WAIT_MS : Math.min(LONGEST_WAIT_MS, wait * 2);
      say(
        `The app ended by itself (exit code ${code}). Nothing recorded is lost; it is started again in ${wait / 1000} s.`,
      );
      for (;;) {
        await pause(wait);
        if (stopping) return;
        const next = await start().catch((error: Error) => {
          // It answered already, and somebody's request ended it before it was seen to.
          if (readUnderWay(underWayFile).length) noteDeath();
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
    refused: () => [...refused],
    stop: async () => {
      stopping = true;
      wake();
      await app.stop();
      await watching;
      rmSync(underWayFile, { force: true });
    },
  };
}
