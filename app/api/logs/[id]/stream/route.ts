import Joi from 'joi';
import { invalid } from '@/core/errors';
import { watchLog } from '@/services';
import { answer, demandPerson } from '../../../respond';
import type { LogContext } from '../address';

export const dynamic = 'force-dynamic';

/** A line sent when nothing happens, so that proxies and tablets keep the connection. */
const BEAT_MS = 20_000;

/** A HEAD would open a stream that nobody reads. */
export const HEAD = () => new Response(null, { status: 405 });

/** Says "something arrived" whenever it does; what it was is asked for with the position the device has. `board` stands for all logs. */
export async function GET(request: Request, { params }: LogContext): Promise<Response> {
  const { id } = await params;
  let stop = () => {};
  const refused = await answer(async () => {
    await demandPerson(request);
    const { error } = Joi.alternatives(Joi.string().guid(), Joi.valid('board')).validate(id);
    if (error) throw invalid('log-address', error.message);
  });
  if (!refused.ok) return refused;
  const text = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (line: string) => {
        try {
          controller.enqueue(text.encode(line));
        } catch {
          stop();
        }
      };
      const beat = setInterval(() => send(': here\n\n'), BEAT_MS);
      const unwatch = await watchLog(id === 'board' ? '*' : id, () => send('data: news\n\n')).catch(() => null);
      stop = () => {
        clearInterval(beat);
        unwatch?.();
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
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform', 'x-accel-buffering': 'no' } });
}
