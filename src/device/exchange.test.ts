import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import {
  dropEvents,
  findMedia,
  keepEvents,
  keepMedia,
  listLocal,
  listUnsent,
  listWaitingMedia,
  noteMedia,
  type LocalEvent,
} from '@/device/store';
import { MOST_EVENTS_AT_ONCE } from '@/core/bay';
import { exchange } from './exchange';

let counter = 0;
const event = (lamport: number, type = 'note'): LocalEvent => {
  counter += 1;
  return {
    id: `00000000-0000-4000-8000-${String(counter).padStart(12, '0')}`,
    lamport,
    device: 'a',
    seq: counter,
    person: 'bea',
    at: '2026-03-02T09:00:00.000Z',
    type,
  };
};
const newLog = () => `log-${(counter += 1)}`;
const ids = (events: { id: string }[]) => events.map(({ id }) => id);

/** A server that keeps what reaches it, fails as told, and forgets to answer as told. */
class FakeServer {
  readonly log: LocalEvent[] = [];
  constructor(private readonly mood: { down?: boolean; answersLost?: boolean; setsAside?: string }) {}

  fetch = async (address: string, { method = 'GET', body }: RequestInit = {}): Promise<Response> => {
    if (this.mood.down) throw new TypeError('no network');
    const after = Number(new URL(address, 'http://shop').searchParams.get('after'));
    const sent = method === 'POST' ? (JSON.parse(String(body)) as { events: LocalEvent[] }).events : [];
    const aside = sent.filter(({ type }) => type === this.mood.setsAside);
    for (const one of sent) if (!aside.includes(one) && !this.log.some(({ id }) => id === one.id)) this.log.push(one);
    if (this.mood.answersLost) throw new TypeError('connection broke off');
    return Response.json({
      kept: ids(sent),
      setAside: aside.map(({ id }) => ({ id, reason: 'not in order' })),
      events: this.log.slice(after),
      position: this.log.length,
    });
  };
}
const talkTo = (server: FakeServer) => vi.stubGlobal('fetch', server.fetch);
afterEach(() => vi.unstubAllGlobals());

describe('what a tablet keeps', () => {
  it('is every event of a tap or none, in the order of the work, apart for each log', async () => {
    const [log, other] = [newLog(), newLog()];
    const made = [event(3), event(1), event(2)];
    await keepEvents(log, made, 'relaxed');
    await keepEvents(other, [event(1)], 'relaxed');
    expect((await listUnsent(log)).map(({ lamport }) => lamport)).toEqual([1, 2, 3]);
    await expect(keepEvents(log, [event(4), { lamport: 5 } as LocalEvent], 'relaxed')).rejects.toThrow();
    expect(await listLocal(log)).toHaveLength(3);
    await dropEvents([made[0].id]);
    expect((await listLocal(log)).map(({ lamport }) => lamport)).toEqual([1, 2]);
  });

  it('is every photo until the server has it or says why it will not', async () => {
    const photo = (id: string) => ({
      id,
      job: 1,
      blob: new Blob(['x']),
      sha256: 'aa',
      sent: 0 as const,
      refused: null,
    });
    for (const id of ['one', 'two', 'three']) await keepMedia(photo(id));
    await noteMedia('one', { sent: 1 });
    await noteMedia('two', { refused: 'no picture' });
    await noteMedia('no such', { sent: 1 });
    expect(ids(await listWaitingMedia())).toEqual(['three']);
    expect((await findMedia('two'))?.refused).toBe('no picture');
    expect(await findMedia('no such')).toBeUndefined();
    await noteMedia('three', { sent: 1 });
  });
});

describe('what somebody else put their name to', () => {
  it('waits on the tablet for that person, and holds nothing else up', async () => {
    const log = newLog();
    const server = new FakeServer({});
    talkTo(server);
    const made = [event(1), event(2, 'signed'), event(3)];
    await keepEvents(log, made, 'relaxed');
    await exchange(log, 0, [], 'rui');
    expect([ids(server.log), ids(await listUnsent(log))]).toEqual([[made[0].id, made[2].id], [made[1].id]]);
    await exchange(log, 0, [], 'bea');
    expect(await listUnsent(log)).toEqual([]);
    expect(ids(server.log)).toContain(made[1].id);
  });
});

describe('an exchange with the server', () => {
  it('sends what waits, takes in what is new, and forgets nothing of it', async () => {
    const log = newLog();
    const server = new FakeServer({});
    const theirs = event(1);
    server.log.push(theirs);
    talkTo(server);
    const mine = [event(2), event(3)];
    await keepEvents(log, mine, 'relaxed');
    const news = await exchange(log, 0);
    expect(news).toMatchObject({ position: 3, dropped: [] });
    expect(ids(news.arrived)).toEqual(ids([theirs, ...mine]));
    expect(await listUnsent(log)).toEqual([]);
    expect(ids(await listLocal(log))).toEqual(ids([theirs, ...mine]));
    expect(await exchange(log, 3)).toMatchObject({ arrived: [], position: 3 });
  });

  it('changes nothing where the server cannot be reached', async () => {
    const log = newLog();
    await keepEvents(log, [event(1), event(2)], 'relaxed');
    talkTo(new FakeServer({ down: true }));
    await expect(exchange(log, 0)).rejects.toThrow(TypeError);
    expect(await listUnsent(log)).toHaveLength(2);
  });

  it('sends more than one request takes in several, oldest first', async () => {
    const log = newLog();
    const server = new FakeServer({});
    talkTo(server);
    const made = Array.from({ length: MOST_EVENTS_AT_ONCE + 20 }, (_, n) => event(n + 1));
    await keepEvents(log, made, 'relaxed');
    const first = await exchange(log, 0);
    expect([first.kept.length, (await listUnsent(log)).length]).toEqual([MOST_EVENTS_AT_ONCE, 20]);
    await exchange(log, first.position);
    expect(await listUnsent(log)).toEqual([]);
    expect(ids(server.log)).toEqual(ids(made));
  });

  it('sends what the store could not take along with the rest, until the server has it', async () => {
    const log = newLog();
    const kept = event(1);
    const unkept = [event(2), event(3)];
    await keepEvents(log, [kept], 'relaxed');
    talkTo(new FakeServer({ down: true }));
    await expect(exchange(log, 0, unkept)).rejects.toThrow(TypeError);
    const server = new FakeServer({});
    talkTo(server);
    const news = await exchange(log, 0, unkept);
    expect(ids(server.log)).toEqual(ids([kept, ...unkept]));
    expect(news.kept).toEqual(ids([kept, ...unkept]));
  });

  it('drops what the server set aside from this tablet’s own count, and says why', async () => {
    const log = newLog();
    const [good, bad] = [event(1), event(2, 'welded')];
    await keepEvents(log, [good, bad], 'relaxed');
    talkTo(new FakeServer({ setsAside: 'welded' }));
    expect(await exchange(log, 0)).toMatchObject({ dropped: [bad.id], reasons: ['not in order'] });
    expect(ids(await listLocal(log))).toEqual([good.id]);
  });

  it('ends with every event on both sides once, whatever broke off on the way', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.constantFrom('tap', 'down', 'lost', 'sent'), { maxLength: 14 }), async (story) => {
        const log = newLog();
        const mood: { down?: boolean; answersLost?: boolean } = {};
        const server = new FakeServer(mood);
        talkTo(server);
        const made: LocalEvent[] = [];
        let position = 0;
        for (const turn of [...story, 'sent']) {
          if (turn === 'tap') {
            made.push(event(made.length + 1));
            await keepEvents(log, [made.at(-1)!], 'relaxed');
            continue;
          }
          Object.assign(mood, { down: turn === 'down', answersLost: turn === 'lost' });
          position = await exchange(log, position).then(
            (news) => news.position,
            () => position,
          );
        }
        expect(ids(server.log).sort()).toEqual(ids(made).sort());
        expect(await listUnsent(log)).toEqual([]);
        expect(ids(await listLocal(log))).toEqual(ids(made));
      }),
      { numRuns: 40 },
    );
  });
});
