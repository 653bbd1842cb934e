import { AsyncLocalStorage } from 'node:async_hooks';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Piscina } from 'piscina';
import { unavailable } from '../core/errors';

/** Work that is done off the event loop, each kind with its own threads. */
const KINDS = {
  /** Reading, checking, planning. */
  think: { threads: 2, memoryMb: 256 },
  /** Reports. */
  draw: { threads: 1, memoryMb: 256 },
  /** Photos: two at once. */
  photo: { threads: 2, memoryMb: 192 },
  /** Spoken notes and clips: only their containers are read. */
  recording: { threads: 1, memoryMb: 128 },
} as const;
export type HeavyKind = keyof typeof KINDS;

/** Waiting for a thread at most, of each kind: in all, and for one person. Beyond that they are told to try again. */
const [MOST_WAITING, MOST_OF_ONE] = [200, 60];
/** Threads that had nothing to do for so long end, milliseconds. */
const IDLE_MS = 60_000;

/** Threads stand back behind whoever waits for an answer: on a busy machine what takes a second may take six. What is too much is known by counting; this only ends what never would. */
const PATIENCE = 6;

/** The work took more time or memory than it may. */
export class TooHard extends Error {}

/** Whoever asked does not wait for it any more. */
const cancelled = () => unavailable('cancelled', 'Stopped. Nothing was changed.');

class Workshop {
  private readonly pool: Piscina;
  /** Who waits, each in a line of their own; whose turn it is goes round. */
  private readonly lines = new Map<string, (() => void)[]>();
  private waiting = 0;
  /** How many pieces of work of each person are under way. */
  private readonly running = new Map<string, number>();

  constructor(
    kind: HeavyKind,
    private readonly threads: number,
    memoryMb: number,
  ) {
    const folder = process.env.PEZZO_WORKERS ?? join(process.cwd(), '.pezzo/workers');
    this.pool = new Piscina({
      filename: pathToFileURL(join(folder, `${kind}.mjs`)).href,
      minThreads: 0,
      maxThreads: threads,
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: memoryMb, maxYoungGenerationSizeMb: 32, stackSizeMb: 4 },
    });
    // A thread that dies tells the run it had; without a listener it would end the process all the same.
    this.pool.on('error', () => undefined);
  }

  async run<T>(name: string, input: unknown, limitMs: number, signal?: AbortSignal): Promise<T> {
    const who = asking.getStore() ?? 'nobody';
    if (this.isFree(who)) this.begin(who);
    else await this.turn(who);
    if (signal?.aborted) {
      this.done(who);
      throw cancelled();
    }
    // The time counts from here, not from when it was asked: a queue does not make work hard.
    const stop = new AbortController();
    const timer = setTimeout(() => stop.abort(), limitMs * PATIENCE);
    const ends = signal ? AbortSignal.any([stop.signal, signal]) : stop.signal;
    try {
      return (await this.pool.run(input, { name, signal: ends })) as T;
    } catch (error) {
      if (signal?.aborted) throw cancelled();
      if (stop.signal.aborted) throw new TooHard('time', { cause: error });
      if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new TooHard('memory', { cause: error });
      throw error;
    } finally {
      clearTimeout(timer);
      this.done(who);
    }
  }

  end = (): Promise<void> => this.pool.destroy();

  /** Waits at the end of somebody's own line, until a thread is handed over. */
  private turn(who: string): Promise<void> {
    const line = this.lines.get(who) ?? [];
    if (this.waiting >= MOST_WAITING || line.length >= MOST_OF_ONE)
      throw unavailable('busy', 'Too much is being worked out at once. Nothing was lost; try again.');
    this.waiting += 1;
    return new Promise<void>((resolve) => {
      line.push(resolve);
      this.lines.set(who, line);
    });
  }

  /** Whether somebody's work may begin now: a thread is free, and one is left for the others where there are several. */
  private isFree(who: string): boolean {
    const all = [...this.running.values()].reduce((sum, count) => sum + count, 0);
    return all < this.threads && (this.running.get(who) ?? 0) < Math.max(1, this.threads - 1);
  }

  private begin(who: string): void {
    this.running.set(who, (this.running.get(who) ?? 0) + 1);
  }

  /** Hands the thread over to the first in the line of whoever has waited longest since their last turn: one person's hundred jobs hold up another's by one at most. */
  private done(who: string): void {
    const left = this.running.get(who)! - 1;
    if (left > 0) this.running.set(who, left);
    else this.running.delete(who);
    for (const [next, line] of [...this.lines]) {
      if (!this.isFree(next)) continue;
      this.lines.delete(next);
      if (line.length > 1) this.lines.set(next, line.slice(1));
      this.waiting -= 1;
      this.begin(next);
      line[0]();
    }
  }
}

/** Ends the threads, where a program ends that is no server. */
export async function endHeavy(): Promise<void> {
  await Promise.all(Object.values(keep.pezzoWorkshops ?? {}).map((workshop) => workshop.end()));
  delete keep.pezzoWorkshops;
}

const store = globalThis as { pezzoAsking?: AsyncLocalStorage<string> };
const asking = (store.pezzoAsking ??= new AsyncLocalStorage<string>());

/** Does work on somebody's behalf: what of it is heavy waits in their own line. */
export const asPerson = <T>(person: string, work: () => Promise<T>): Promise<T> => asking.run(person, work);

const keep = globalThis as { pezzoWorkshops?: Partial<Record<HeavyKind, Workshop>> };

/**
 * Does a piece of heavy work in a thread of its own, with a limit on its time (milliseconds, from when it begins) and its memory. Throws `TooHard` where it
 * runs past either, `unavailable` where too much waits already, `cancelled` once `signal` says that nobody waits for it.
 */
export function doHeavy<T>(
  kind: HeavyKind,
  name: string,
  input: unknown,
  limitMs: number,
  signal?: AbortSignal,
): Promise<T> {
  keep.pezzoWorkshops ??= {};
  const workshop = (keep.pezzoWorkshops[kind] ??= new Workshop(kind, KINDS[kind].threads, KINDS[kind].memoryMb));
  return workshop.run<T>(name, input, limitMs, signal);
}
