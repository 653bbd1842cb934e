import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { findMedia, keepMedia, listWaitingMedia } from '@/device/store';
import { sendMedia } from './send-media';

const keep = (...ids: string[]) =>
  Promise.all(ids.map((id) => keepMedia({ id, job: 1, blob: new Blob([id]), sha256: 'aa', sent: 0, refused: null })));
const waiting = async () => (await listWaitingMedia()).map(({ id }) => id).sort();
const answer = (status: number, body: object = {}) => Response.json(body, { status });
/** A server that answers for each photo as told, by its id. */
const talkTo = (answers: Record<string, () => Response | Promise<Response>>) => {
  const asked: string[] = [];
  vi.stubGlobal('fetch', async (address: string) => {
    const id = /photos\/([^?]+)/.exec(address)![1];
    asked.push(id);
    return answers[id]();
  });
  return asked;
};
afterEach(() => vi.unstubAllGlobals());

describe('sending photos', () => {
  it('goes on past one that fails, keeps that for later, and does not ask again for what is refused for good', async () => {
    await keep('fine', 'torn', 'text', 'away', 'busy', 'cut');
    talkTo({
      fine: () => answer(200),
      torn: () => {
        throw new TypeError('no network');
      },
      text: () => answer(400, { code: 'photo-unreadable', message: 'That is no picture.' }),
      away: () => answer(403, { code: 'signed-out' }),
      busy: () => new Response('<html>', { status: 503 }),
      cut: () => answer(400, { code: 'photo-cut', message: 'Only a part of the photo arrived.' }),
    });
    expect(await sendMedia()).toBe(2);
    expect(await waiting()).toEqual(['away', 'busy', 'cut', 'torn']);
    expect((await findMedia('text'))?.refused).toBe('That is no picture.');
    const asked = talkTo({
      torn: () => answer(200),
      away: () => answer(200),
      busy: () => answer(200),
      cut: () => answer(200),
    });
    expect(await sendMedia()).toBe(4);
    expect([asked.sort(), await waiting(), await sendMedia()]).toEqual([['away', 'busy', 'cut', 'torn'], [], 0]);
  });

  it('sends what is kept while others are on their way after them, without being asked once more', async () => {
    await keep('first');
    let done = () => {};
    const asked = talkTo({
      first: () =>
        new Promise<Response>((resolve) => {
          done = () => resolve(answer(200));
        }),
      second: () => answer(200),
    });
    const underWay = sendMedia();
    await vi.waitFor(() => expect(asked).toEqual(['first']));
    await keep('second');
    const later = sendMedia();
    done();
    expect([await underWay, await later, asked, await waiting()]).toEqual([2, 2, ['first', 'second'], []]);
  });

  it('sends each photo once, however often it is asked meanwhile', async () => {
    await keep('slow');
    let done = () => {};
    const asked = talkTo({
      slow: () =>
        new Promise<Response>((resolve) => {
          done = () => resolve(answer(200));
        }),
    });
    const both = [sendMedia(), sendMedia()];
    await vi.waitFor(() => expect(asked).toEqual(['slow']));
    done();
    expect(await Promise.all(both)).toEqual([1, 1]);
    expect(asked).toEqual(['slow']);
  });
});
