import { describe, expect, it } from 'vitest';
import { judgeEvent, readBatch } from './event';

const stamp = {
  id: '00000000-0000-4000-8000-000000000001',
  lamport: 1,
  device: 'a',
  seq: 1,
  person: 'bea',
  at: '2026-03-02T09:00:00.000Z',
};
const done = { ...stamp, type: 'done', action: 'free:a/b' };

describe('a batch', () => {
  it('is a list of 1 to 500 events', () => {
    expect(readBatch({ events: [done] })).toEqual([done]);
    for (const bad of [null, {}, { events: [] }, { events: 'x' }, { events: Array(501).fill(done) }])
      expect(() => readBatch(bad)).toThrow(expect.objectContaining({ code: 'events-form' }));
  });
});

describe('an event of a run', () => {
  it('may hold the characters of an escape, typed as text', () => {
    const typed = { ...stamp, type: 'note', text: 'the label says \\u0000, whatever that means' };
    expect(judgeEvent('run', typed)).toEqual({ event: typed, unknownType: false });
  });

  it.each([
    done,
    { ...done, count: 3 },
    { ...stamp, type: 'lost', item: 'a/b', count: 1, inside: true, known: 0 },
    { ...stamp, type: 'broken', item: 'a/b', count: 1 },
    { ...stamp, type: 'extra', procedure: 'a', holds: 'b', kind: 'screw', drive: 'T20', count: 1, point: [10, 20.5] },
    { ...stamp, type: 'settled', event: stamp.id, same: true },
    { ...stamp, type: 'asFound', difference: 'torn' },
    { ...stamp, type: 'stuck', item: 'a/b', cause: 'motion', words: 'x' },
    { ...stamp, type: 'handedOver', to: 'rui', note: '' },
  ])('is taken as it is: $type', (event) => expect(judgeEvent('run', event)).toEqual({ event, unknownType: false }));

  it('of an older version, which says less, is taken too', () => {
    for (const old of [
      { ...stamp, type: 'lost', item: 'a/b', count: 2 },
      { ...stamp, type: 'asFound', item: 'a/b', difference: 'screws instead of clips' },
      { ...stamp, type: 'photo', photo: stamp.id },
    ]) {
      expect(judgeEvent('run', old)).toMatchObject({ unknownType: false });
    }
  });

  it('of a newer version is kept whatever it says, while its stamp is in order', () => {
    const newer = { ...stamp, type: 'welded', seam: { length: 12 } };
    expect(judgeEvent('run', newer)).toEqual({ event: newer, unknownType: true });
    expect(judgeEvent('run', { ...newer, lamport: 0 })).toMatchObject({
      id: stamp.id,
      unreadable: expect.stringContaining('lamport'),
    });
  });

  it.each([
    [{ ...done, count: 0 }, 'count'],
    [{ ...done, count: '2' }, 'count'],
    [{ ...done, lamport: 1.5 }, 'lamport'],
    [{ ...done, extra: 1 }, 'extra'],
    [{ ...done, at: 'yesterday' }, 'at'],
    [{ ...done, action: '' }, 'action'],
    [{ ...stamp, type: 'extra', procedure: 'a', holds: 'b', kind: 'screw', count: 1, point: [1] }, 'point'],
    [{ ...stamp, type: 'asFound', difference: 'x', change: {} }, 'change'],
    [{ ...done, action: 'a\u0000b' }, 'unsupported'],
    [{ ...done, action: 'a\ud800b' }, 'unsupported'],
    [{ ...done, late: true }, 'late'],
    [{ ...done, at: '0000-01-01T00:00:00Z' }, 'at'],
    [{ ...done, at: '9999-01-01T00:00:00Z' }, 'at'],
  ])('that is not in order is told apart with its place (%#)', (event, place) => {
    expect(judgeEvent('run', event)).toEqual({ id: stamp.id, unreadable: expect.stringContaining(place) });
  });

  it('without a readable id is told apart too', () => {
    for (const event of [null, 7, 'x', [], { ...done, id: 'x' }, { ...done, id: undefined }])
      expect(judgeEvent('run', event)).toMatchObject({ id: null, unreadable: expect.any(String) });
  });
});

describe('an event of a visit', () => {
  it.each([
    {
      ...stamp,
      type: 'checked',
      line: 'vehicle/radio',
      group: 'The vehicle',
      words: 'Radio plays',
      walk: 'arrival',
      result: 'intermittent',
      condition: 'when warm',
    },
    { ...stamp, type: 'marked', view: 'roof', x: 0, y: 1, kind: 'dent', walk: 'departure' },
    { ...stamp, type: 'vin', vin: '1M8GDM9AXKP042788', how: 'scanned' },
    {
      ...stamp,
      type: 'signed',
      walk: 'arrival',
      name: 'A',
      strokes: [
        [
          [0, 0],
          [10, 4],
        ],
      ],
      covers: 3,
    },
    { ...stamp, type: 'waits', for: 'part', what: 'ring' },
  ])('is taken as it is: $type', (event) => expect(judgeEvent('visit', event)).toEqual({ event, unknownType: false }));

  it.each([
    { ...stamp, type: 'marked', view: 'below', x: 0, y: 1, kind: 'dent', walk: 'arrival' },
    { ...stamp, type: 'marked', view: 'left', x: 1.2, y: 1, kind: 'dent', walk: 'arrival' },
    { ...stamp, type: 'vin', vin: 'IOQ', how: 'typed' },
    { ...stamp, type: 'signed', walk: 'arrival', name: 'A', strokes: [], covers: 3 },
  ])('that is not in order is told apart (%#)', (event) =>
    expect(judgeEvent('visit', event)).toHaveProperty('unreadable'),
  );

  it('is not one of a run', () => expect(judgeEvent('visit', done)).toMatchObject({ unknownType: true }));
});
