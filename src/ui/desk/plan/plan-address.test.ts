import { parseFit } from '@/core/bench';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planAddress, readGoal, writeGoal, type Wish } from './plan-address';

const id = fc.stringMatching(/^[a-z][a-z0-9-]{0,12}$/);

describe('goals as the page shows them', () => {
  it('come back as they were written', () => {
    fc.assert(
      fc.property(id, id, fc.constantFrom<Wish>('out', 'free', 'reach', 'keep'), (procedure, item, wish) => {
        expect(readGoal(writeGoal(procedure, item, wish), 'other')).toEqual({ procedure, item, wish });
      }),
    );
  });

  it.each([
    ['woofer', { procedure: 'door', item: 'woofer', wish: 'out' }],
    ['woofer:off', { procedure: 'door', item: 'woofer', wish: 'out' }],
    ['card:free', { procedure: 'door', item: 'card', wish: 'free' }],
    ['expose s1', { procedure: 'door', item: 's1', wish: 'reach' }],
    ['keep dash/sail', { procedure: 'dash', item: 'sail', wish: 'keep' }],
    ['door@right/woofer', { procedure: 'door@right', item: 'woofer', wish: 'out' }],
  ])('are read from “%s”', (text, goal) => {
    expect(readGoal(text, 'door')).toEqual(goal);
  });

  it.each(['a/b/c', 'two words', 'card:half', ''])('are not guessed from “%s”', (text) => {
    expect(readGoal(text, 'door')).toBeNull();
  });
});

it('the address holds the whole question', () => {
  const address = planAddress(
    {
      procedures: ['a', 'b@right'],
      goals: ['a/x', 'keep b@right/y'],
      options: { windows: 'power', 'lower bin': 'none' },
      fits: ['a/x:adapter=ring+crossover:Saltmarsh 165 A & B', 'a/y:crimp:Fen 25'],
    },
    2403,
  );
  const query = new URL(address, 'http://shop').searchParams;
  expect(query.getAll('procedure')).toEqual(['a', 'b@right']);
  expect(query.getAll('goal')).toEqual(['a/x', 'keep b@right/y']);
  expect(query.get('option.windows')).toBe('power');
  expect(query.get('option.lower bin')).toBe('none');
  expect(query.getAll('fit').map(parseFit)).toEqual([
    {
      procedure: 'a',
      of: 'x',
      joint: 'adapter',
      fixing: 'ring',
      crossover: true,
      frame: false,
      speaker: 'Saltmarsh 165 A & B',
    },
    { procedure: 'a', of: 'y', joint: 'crimp', fixing: null, crossover: false, frame: false, speaker: 'Fen 25' },
  ]);
  expect(query.get('job')).toBe('2403');
  expect(planAddress({ procedures: ['a'], goals: [], options: {}, fits: [] }, null)).toBe('/plan?procedure=a');
});
