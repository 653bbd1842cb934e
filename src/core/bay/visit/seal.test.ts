import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { VisitEvent, VisitFact } from './events';
import { sealedText } from './seal';

let n = 0;
const event = (fact: VisitFact): VisitEvent => {
  n += 1;
  const id = `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
  return { id, lamport: n, device: 'a', seq: n, person: 'bea', at: '2026-03-02T09:00:00.000Z', ...fact };
};
const checked = (line: string, result: 'works' | 'fails'): VisitEvent =>
  event({ type: 'checked', line, group: 'The vehicle', words: line, walk: 'arrival', result });
const marked = (x: number): VisitEvent =>
  event({ type: 'marked', view: 'left', x, y: 0.5, kind: 'scratch', walk: 'arrival' });
const told = [
  checked('horn', 'works'),
  checked('lamp', 'fails'),
  marked(0.2),
  event({ type: 'note', text: 'Full tank.' }),
];
const of = (events: VisitEvent[], records = told.map(({ id }) => id)) =>
  sealedText(events, { walk: 'arrival', records });

describe('what is sealed', () => {
  it('is the same in whatever order the records arrived, and however often', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...told, ...told], { minLength: 8 }), (mixed) => {
        expect(of(mixed)).toBe(of(told));
      }),
    );
  });

  it('changes with every answer, mark and note that it covers', () => {
    for (const at of told.keys()) expect(of(told.filter((_, other) => other !== at))).not.toBe(of(told));
    const other = { ...told[0], result: 'fails' } as VisitEvent;
    expect(of([other, ...told.slice(1)])).not.toBe(of(told));
  });

  it('does not change with anything that comes later, that it does not cover, or with another signature', () => {
    const later = [
      marked(0.9),
      checked('horn', 'fails'),
      event({
        type: 'signed',
        walk: 'arrival',
        name: 'A',
        strokes: [[[1, 1]]],
        covers: 4,
        records: told.map(({ id }) => id),
      }),
      event({ type: 'retracted', event: told[0].id }),
      event({ type: 'closed' }),
    ];
    expect(of([...told, ...later])).toBe(of(told));
  });

  it('names what it should cover and is not there', () => {
    expect(of(told, [...told.map(({ id }) => id), 'gone'])).toContain('"missing":["gone"]');
    expect(of([], [])).toContain('"lines":[]');
  });
});
