import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareEvents, type EventStamp } from './stamp';
import { mergeLog } from './merge';

type Fact = EventStamp & { type: string; event?: string };
const hex = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** Logs of several devices as they come about: each numbers its own events and moves its clock past what it has heard; wall clocks are wrong by anything. */
const histories = fc
  .array(
    fc.record({
      device: fc.constantFrom('a', 'b', 'c'),
      hears: fc.boolean(),
      skew: fc.integer({ min: -4e9, max: 4e9 }),
      retracts: fc.option(fc.nat(40), { freq: 4 }),
    }),
    { maxLength: 40 },
  )
  .map((story) => {
    const log: Fact[] = [];
    const clocks = new Map<string, number>();
    for (const [n, { device, hears, skew, retracts }] of story.entries()) {
      const lamport =
        Math.max(clocks.get(device) ?? 0, hears ? log.reduce((max, one) => Math.max(max, one.lamport), 0) : 0) + 1;
      clocks.set(device, lamport);
      const stamp = {
        id: hex(n),
        lamport,
        device,
        seq: log.filter((one) => one.device === device).length,
        person: 'bea',
        at: new Date(1_772_000_000_000 + skew).toISOString(),
      };
      log.push(
        retracts !== null && log.length
          ? { ...stamp, type: 'retracted', event: log[retracts % log.length].id }
          : { ...stamp, type: 'note' },
      );
    }
    return log;
  });
const ids = (events: Fact[]) => events.map(({ id }) => id);

describe('merging logs', () => {
  it('gives the same, whatever order and however often events arrive', () => {
    fc.assert(
      fc.property(
        histories.chain((log) =>
          fc.tuple(fc.constant(log), fc.shuffledSubarray([...log, ...log, ...log], { minLength: log.length * 3 })),
        ),
        ([log, mixed]) => {
          expect(mergeLog(mixed)).toEqual(mergeLog(log));
        },
      ),
    );
  });

  it('orders by what could have been known, never by wall time', () => {
    fc.assert(
      fc.property(histories, fc.integer({ min: -1e10, max: 1e10 }), (log, skew) => {
        const skewed = log.map((event) =>
          event.device === 'b' ? { ...event, at: new Date(Date.parse(event.at) + skew).toISOString() } : event,
        );
        expect(ids(mergeLog(skewed).standing)).toEqual(ids(mergeLog(log).standing));
        for (const device of ['a', 'b', 'c']) {
          const own = mergeLog(log).standing.filter((event) => event.device === device);
          expect(own.map(({ seq }) => seq)).toEqual(own.map(({ seq }) => seq).sort((x, y) => x - y));
        }
      }),
    );
  });

  it('leaves out what was taken back and nothing else', () => {
    fc.assert(
      fc.property(histories, (log) => {
        const takenBack = new Set(log.flatMap((event) => (event.type === 'retracted' ? [event.event] : [])));
        const standing = new Set(ids(mergeLog(log).standing));
        for (const event of log)
          expect(standing.has(event.id)).toBe(event.type === 'retracted' || !takenBack.has(event.id));
      }),
    );
  });

  it('takes back an event that arrives only after its retraction', () => {
    const note: Fact = {
      id: hex(1),
      lamport: 1,
      device: 'a',
      seq: 0,
      person: 'bea',
      at: '2026-03-02T09:00:00.000Z',
      type: 'note',
    };
    const back: Fact = { ...note, id: hex(2), lamport: 2, device: 'b', type: 'retracted', event: note.id };
    expect(ids(mergeLog([back]).standing)).toEqual([back.id]);
    expect(mergeLog([back, note])).toEqual({ standing: [back], later: [], lastLamport: 2 });
    expect(mergeLog<Fact>([])).toEqual({ standing: [], later: [], lastLamport: 0 });
  });

  it('never takes back what somebody put a name to', () => {
    for (const type of ['signed', 'closed', 'finished', 'overridden']) {
      const said = { id: hex(1), lamport: 1, device: 'a', seq: 0, person: 'bea', at: '', type } as unknown as Fact;
      const back: Fact = { ...said, id: hex(2), lamport: 2, type: 'retracted', event: said.id } as Fact;
      expect(ids(mergeLog([back, said]).standing)).toEqual([said.id, back.id]);
    }
  });

  it('counts nothing that came too late, and lets it take nothing back, whoever tells of it first', () => {
    const note: Fact = { id: hex(1), lamport: 1, device: 'a', seq: 0, person: 'bea', at: '', type: 'note' };
    const own: Fact = { ...note, id: hex(2), lamport: 2, device: 'b', type: 'retracted', event: note.id };
    const asTold: Fact = { ...own, late: true };
    for (const log of [
      [note, own, asTold],
      [asTold, own, note],
      [note, asTold],
    ])
      expect(mergeLog(log)).toEqual({ standing: [note], later: [asTold], lastLamport: 2 });
  });
});

it('the logical order is total: of two events one is first, and only an event is equal to itself', () => {
  const stamps = fc.record({
    id: fc.nat(6).map(hex),
    lamport: fc.nat(3),
    device: fc.constantFrom('a', 'b'),
    seq: fc.nat(3),
    person: fc.constant('bea'),
    at: fc.constant(''),
  });
  fc.assert(
    fc.property(stamps, stamps, stamps, (a, b, c) => {
      expect(Math.sign(compareEvents(a, b))).toBe(-Math.sign(compareEvents(b, a)) + 0);
      if (compareEvents(a, b) === 0) expect(a).toEqual(b);
      if (compareEvents(a, b) < 0 && compareEvents(b, c) < 0) expect(compareEvents(a, c)).toBeLessThan(0);
    }),
  );
});
