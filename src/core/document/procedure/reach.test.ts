import { describe, expect, it } from 'vitest';
import { indexItems } from './items';
import { isInSight, ownCovers, partsOver, reachOf } from './reach';
import type { ProcedureDocument } from './types';

const part = (id: string, more = {}) => ({ id, kind: 'panel', ...more });
const index = indexItems({
  format: 'pezzo-procedure/1',
  id: 'door',
  title: 'Door',
  applies: [],
  zone: 'front-door',
  side: 'left',
  map: { width: 100, height: 100, outline: 'front-door' },
  parts: [part('cap'), part('card', { behind: ['cap'] }), part('woofer', { behind: ['card'] }), part('grille')],
  fasteners: [
    { id: 'own', holds: 'card', kind: 'screw', behind: ['cap:free', 'seat-base/seat'] },
    { id: 'open', holds: 'card', kind: 'screw', behind: [] },
    { id: 'inherits', holds: ['card'], kind: 'push-clip' },
    { id: 'routed', holds: 'woofer', kind: 'screw' },
  ],
  links: [
    { id: 'plug', joins: ['body', 'card'], kind: 'connector' },
    { id: 'earth', joins: ['body', 'body'], kind: 'earth' },
  ],
  routes: [{ of: 'routed', anyOf: [['card'], ['grille']] }],
} as ProcedureDocument);

describe('what an item is behind', () => {
  it('is its own list, with states and other procedures', () => {
    expect(reachOf(index, 'own')).toEqual({
      from: 'own',
      ways: [
        [
          { procedure: 'door', item: 'cap', state: 'free' },
          { procedure: 'seat-base', item: 'seat', state: null },
        ],
      ],
      asParts: [],
    });
    expect(reachOf(index, 'open')).toEqual({ from: 'own', ways: [[]], asParts: [] });
  });

  it('is its parts’ where a fastener has no list, the first part’s freedom where a link has none, nothing where a part has none', () => {
    expect(reachOf(index, 'inherits')).toEqual({ from: 'default', ways: [[]], asParts: ['card'] });
    expect(reachOf(index, 'plug').ways).toEqual([[{ procedure: 'door', item: 'card', state: 'free' }]]);
    expect([reachOf(index, 'earth').ways, reachOf(index, 'cap').ways]).toEqual([[[]], [[]]]);
  });

  it('is one of its ways where it has routes', () => {
    expect(reachOf(index, 'routed').ways.map((way) => way.map(({ item }) => item))).toEqual([['card'], ['grille']]);
    expect([ownCovers(index, 'routed'), ownCovers(index, 'routed', 1)]).toEqual([['card'], ['grille']]);
  });

  it('names the parts over it, its parts’ covers included, but only its own list as where it hides', () => {
    expect([partsOver(index, 'inherits'), ownCovers(index, 'inherits')]).toEqual([['cap'], []]);
    expect(partsOver(index, 'own')).toEqual(['cap']);
  });

  it('is in sight once one way in is clear', () => {
    const sight = (id: string, ...gone: string[]) => isInSight(index, id, (one) => gone.includes(one));
    expect([sight('routed'), sight('routed', 'grille'), sight('routed', 'card')]).toEqual([false, true, true]);
    expect([sight('inherits'), sight('inherits', 'cap'), sight('open')]).toEqual([false, true, true]);
  });
});
