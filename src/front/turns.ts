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

/** Where others asked for something within so many milliseconds, a sender's next heavy request waits twice as long as the last one took, between these two. */
const [OTHERS_WITHIN_MS, REST_MS, MOST_REST_MS] = [2000, 100, 1500];

interface Line {
  running: number;
  waiting: (() => void)[];
  /** Until then nothing heavy of this sender is begun, by the clock of {@link Turns}. */
  restsUntil: number;
}

/**
 * Turns by sender: whoever asks for much waits behind themselves, and nobody else behind more than one of theirs; while
 * others work, heavy requests of one sender leave them two thirds of the time. `now` is a clock that never goes back,
 * milliseconds; `later` calls when so many have passed.
 */
export class Turns {
  private readonly lines = new Map<string, Line>();
  /** Who asked last, and when whoever asked before them did. */
  private asked = { sender: '', at: -Infinity, before: -Infinity };

  constructor(
    private readonly now: () => number = () => performance.now(),
    private readonly later: (begin: () => void, ms: number) => void = (begin, ms) => void setTimeout(begin, ms),
  ) {}

  /**
   * Calls `begin` once it is this sender's turn, at once where nothing of theirs is under way. Returns what ends the
   * turn, whether it came or not; null where too many of theirs wait already: nothing was begun.
   */
  take(sender: string, weight: Weight, begin: () => void): (() => void) | null {
    this.note(sender);
    if (weight === 'free') {
      begin();
      return () => undefined;
    }
    const key = `${weight} ${sender}`;
    const line = this.lines.get(key) ?? { running: 0, waiting: [], restsUntil: -Infinity };
    if (line.waiting.length >= MOST_WAITING) return null;
    this.lines.set(key, line);
    let begun: number | null = null;
    const start = () => {
      begun = this.now();
      begin();
    };
    line.waiting.push(start);
    this.go(key, line);
    return once(() => {
      if (begun === null) line.waiting.splice(line.waiting.indexOf(start), 1);
      else {
        line.running -= 1;
        if (weight === 'heavy') line.restsUntil = this.restAfter(sender, begun);
      }
      this.go(key, line);
    });
  }

  /** How many senders have something under way or waiting. */
  get size(): number {
    return this.lines.size;
  }

  /** Begins what may begin now; forgets a sender of whom nothing is left and who need not rest. */
  private go(key: string, line: Line): void {
    const wait = line.restsUntil - this.now();
    if (wait > 0) return this.later(() => this.go(key, line), wait);
    const most = key.startsWith('heavy') ? AT_ONCE.heavy : AT_ONCE.light;
    while (line.running < most && line.waiting.length > 0) {
      line.running += 1;
      line.waiting.shift()!();
    }
    if (line.running === 0 && line.waiting.length === 0 && this.lines.get(key) === line) this.lines.delete(key);
  }

  private note(sender: string): void {
    const now = this.now();
    this.asked = { sender, at: now, before: sender === this.asked.sender ? this.asked.before : this.asked.at };
  }

  /** Until when a sender rests whose heavy request began at `begun` and ends now: not at all where nobody else is there. */
  private restAfter(sender: string, begun: number): number {
    const [now, other] = [this.now(), this.asked.sender === sender ? this.asked.before : this.asked.at];
    if (now - other > OTHERS_WITHIN_MS) return -Infinity;
    return now + Math.min(MOST_REST_MS, Math.max(REST_MS, 2 * (now - begun)));
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
