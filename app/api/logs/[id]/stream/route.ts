import Joi from 'joi';
import { invalid, unavailable } from '@/core/errors';
import { watchLog, watchPeople } from '@/services';
import { watchSession } from '../../../../session';
import { answer, demandPerson } from '../../../respond';
import type { LogContext } from '../address';

export const dynamic = 'force-dynamic';

/** A line sent when nothing happens, so that proxies and tablets keep the connection. */
const BEAT_MS = 20_000;

/** Streams that are open in this process at most: a shop has tens of tablets, not hundreds. */
const MOST_STREAMS = 300;
let open = 0;

/** A HEAD would open a stream that nobody reads. */
export const HEAD = () => new Response(null, { status: 405 });

/**
 * Says "something arrived" whenever it does; what it was is asked for with the position the device has. `board` stands for all logs. It ends with the session
 * it was opened in: that is looked at with every beat, and at once where somebody's rights have changed.
 */
export async function GET(request: Request, { params }: LogContext): Promise<Response> {
  const { id } = await params;
  let stop = () => {};
  const who = { branch: 0 };
  const refused = await answer(async () => {
    who.branch = (await demandPerson()).branch;
    const { error } = Joi.alternatives(Joi.string().guid(), Joi.valid('board')).validate(id);
    if (error) throw invalid('log-address', 'The address of this run or visit is not valid.');
    if (open >= MOST_STREAMS)
      throw unavailable(
        'busy',
        'Too many tablets are listening at once. Nothing is lost; this one asks now and then instead.',
      );
  });
  if (!refused.ok) return refused;
  const isSignedIn = await watchSession();
  const text = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      open += 1;
      const send = (line: string) => {
        try {
          controller.enqueue(text.encode(line));
        } catch {
          stop();
        }
      };
      const endUnlessSignedIn = () =>
        isSignedIn().then(
          (is) => {
            if (!is) stop();
          },
          () => undefined,
        );
      const beat = setInterval(() => {
        send(': here\n\n');
        void endUnlessSignedIn();
      }, BEAT_MS);
      const unwatch = await watchLog(who.branch, id === 'board' ? '*' : id, () => send('data: news\n\n')).catch(
        () => null,
      );
      const unwatchPeople = watchPeople(() => void endUnlessSignedIn());
      stop = () => {
        stop = () => {};
        open -= 1;
        clearInterval(beat);
        unwatch?.();
        unwatchPeople();
        try {
          controller.close();
        } catch {
          // It is closed already where the reader went away first.
        }
      };
      if (!unwatch) return stop();
      request.signal.addEventListener('abort', stop);
      if (request.signal.aborted) return stop();
      send('retry: 1000\ndata: news\n\n');
    },
    cancel: () => stop(),
  });
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
}
