import type { IncomingMessage } from 'node:http';

/**
 * What a request may cost, judged by what is known before its body is read. *Free* ones do not wait: pages, what pages
 * are made of, streams, and a tap of the bay. *Light* ones ask or change something small. *Heavy* ones bring much, do
 * not say how much, or ask for what is gathered from everything.
 */
export type Weight = 'free' | 'light' | 'heavy';

/** Of one sender so many are answered at a time; the others wait in the order they came. */
const AT_ONCE: Record<Exclude<Weight, 'free'>, number> = { light: 4, heavy: 1 };
/** So many of one sender wait at most, of each weight. */
const MOST_WAITING = 200;
/** A body of more than that is much, bytes: of events, more than a few taps; of anything else, more than a form. */
const MUCH_BYTES = { taps: 4 * 1024, other: 64 * 1024 };

const TAP = /^\/api\/(?:logs|runs)\/[^/]+\/events$/;
/** What is looked for in everything, or gathered and drawn. */
const GATHERED = /^\/api\/search$|\/(?:export|sheet|report\.json)$|\.(?:pdf|csv|zip)$/;
const STANDS_OPEN = /^\/api\/(?:health$|logs\/[^/]+\/stream$)/;

/** Weighs a request by its method, path and what it says of its body. */
export function weigh({ method, headers }: Pick<IncomingMessage, 'method' | 'headers'>, path: string): Weight {
  if (!path.startsWith('/api/') || STANDS_OPEN.test(path)) return 'free';
  if (method === 'GET' || method === 'HEAD') return GATHERED.test(path) ? 'heavy' : 'light';
  const length = headers['content-length'];
  const most = TAP.test(path) ? MUCH_BYTES.taps : MUCH_BYTES.other;
  const isMuch = length === undefined ? headers['transfer-encoding'] !== undefined : Number(length) > most;
  if (isMuch) return 'heavy';
  return TAP.test(path) ? 'free' : 'light';
}

interface Line {
  running: number;
  waiting: (() => void)[];
}

/** Turns by sender: whoever asks for much waits behind themselves, and nobody else behind more than one of theirs. */
export class Turns {
  private readonly lines = new Map<string, Line>();

  /**
   * Calls `begin` once it is this sender's turn, at once where nothing of theirs is under way. Returns what ends the
   * turn, whether it came or not; null where too many of theirs wait already: nothing was begun.
   */
  take(sender: string, weight: Weight, begin: () => void): (() => void) | null {
    if (weight === 'free') {
      begin();
      return () => undefined;
    }
    const key = `${weight} ${sender}`;
    const line = this.lines.get(key) ?? { running: 0, waiting: [] };
    this.lines.set(key, line);
    if (line.running < AT_ONCE[weight]) {
      line.running += 1;
      begin();
      return once(() => this.next(key, line));
    }
    if (line.waiting.length >= MOST_WAITING) return null;
    let isRunning = false;
    const start = () => {
      isRunning = true;
      begin();
    };
    line.waiting.push(start);
    return once(() => {
      if (isRunning) this.next(key, line);
      else line.waiting.splice(line.waiting.indexOf(start), 1);
    });
  }

  /** How many senders have something under way or waiting. */
  get size(): number {
    return this.lines.size;
  }

  private next(key: string, line: Line): void {
    const start = line.waiting.shift();
    if (start) return start();
    line.running -= 1;
    if (line.running === 0) this.lines.delete(key);
  }
}

function once(act: () => void): () => void {
  let isDone = false;
  return () => {
    if (!isDone) {
      isDone = true;
      act();
    }
  };
}
