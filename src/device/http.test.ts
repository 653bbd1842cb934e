import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiError, send, troubleWords } from './http';

const answers = (body: BodyInit, status = 200) =>
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(body, { status })));
afterEach(() => vi.unstubAllGlobals());

describe('sending to the server', () => {
  it('takes an answer that was cut off on the way for no answer', async () => {
    answers('{"events":[{"id"');
    await expect(send('GET', '/api/logs/x/events')).rejects.toThrow(SyntaxError);
  });

  it('gives what the server said', async () => {
    answers('{"position":3}');
    await expect(send('GET', '/x')).resolves.toEqual({ position: 3 });
  });

  it('throws a refusal in the server’s words, and one without words all the same', async () => {
    answers('{"code":"gate","message":"The gate is shut."}', 409);
    await expect(send('POST', '/x', {})).rejects.toMatchObject({
      status: 409,
      code: 'gate',
      message: 'The gate is shut.',
    });
    answers('<html>', 502);
    const trouble = await send('POST', '/x', {}).catch((error: unknown) => error);
    expect(trouble).toBeInstanceOf(ApiError);
    expect(troubleWords(trouble)).not.toBe('');
  });
});
