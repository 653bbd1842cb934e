import { describe, expect, it } from 'vitest';
import { made, part } from '@tests/support/made';
import { applyEdit, type Fastener, type ProcedureDocument } from '../../document';
import { checkProcedure } from './check';

const screw = (id: string, more: Partial<Fastener> = {}): Fastener => ({
  id,
  kind: 'screw',
  drive: 'T20',
  holds: 'card',
  count: 1,
  at: [[100, 100]],
  ...more,
});
const door = (...screws: Fastener[]) =>
  made([part('card', { kind: 'panel', name: 'Door card' }), part('cap', { kind: 'cap', name: 'Cap' })], screws, [], {
    recordedOrder: [],
  });
const alike = (document: ProcedureDocument) =>
  checkProcedure(document).remarks.filter(({ code }) => code === 'alike-in-all');
const answered = (document: ProcedureDocument, n: number) => applyEdit(document, alike(document)[0].answers![n].edit);

describe('screws that nothing tells apart', () => {
  it('are put into one group where they are reached alike', () => {
    const document = door(screw('a'), screw('b', { count: 2, at: [[800, 100], [900, 400]] })); // prettier-ignore
    const { fasteners } = answered(document, 0);
    expect(fasteners.map(({ id, count, at }) => [id, count, at?.length])).toEqual([['a', 3, 3]]);
    expect(alike(answered(document, 0))).toEqual([]);
  });

  it('are named by what hides them, and are asked about no more', () => {
    const document = door(screw('a', { behind: ['cap'] }), screw('b', { at: [[800, 500]] }));
    const [{ answers }] = alike(document);
    expect(answers!.map(({ words }) => words)).toEqual(['Tell them apart by where they are']);
    const named = answered(document, 0);
    expect(named.fasteners.map(({ name }) => name)).toEqual([
      'T20 screw behind the cap',
      'T20 screw at the upper rear',
    ]);
    expect(alike(named)).toEqual([]);
  });

  it('are left alone where a length, a name or what they hold tells them apart', () => {
    expect(alike(door(screw('a', { length: 16 }), screw('b', { length: 25 })))).toEqual([]);
    expect(alike(door(screw('a', { name: 'Long one' }), screw('b')))).toEqual([]);
    expect(alike(door(screw('a'), screw('b', { holds: 'cap' })))).toEqual([]);
  });

  it('are asked about without an answer that would tell nothing', () => {
    const document = door(screw('a', { note: 'stiff' }), screw('b'));
    expect(alike(document)[0].answers).toEqual([]);
  });
});
