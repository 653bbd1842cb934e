import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import { link, made, part } from '@tests/support/made';
import { centreOf, countOf, findItem, heldParts, indexItems, linkOwner, placeOf } from './items';
import { layersOf } from './layers';
import { countedWords, heldWords, itemWords } from './names';
import { presenceOf } from './presence';
import { parseReference, stateFor } from './references';
import type { Fastener } from './types';

const fastener = (id: string, holds: string | string[], more: Partial<Fastener> = {}): Fastener => ({
  id,
  kind: 'screw',
  holds,
  ...more,
});

describe('a reference', () => {
  it.each([
    ['card', { procedure: null, item: 'card', state: null }],
    ['card:off', { procedure: null, item: 'card', state: 'off' }],
    ['card:free', { procedure: null, item: 'card', state: 'free' }],
    ['s1:released', { procedure: null, item: 's1', state: 'released' }],
    ['l1:undone', { procedure: null, item: 'l1', state: 'undone' }],
    ['seat-base/seat', { procedure: 'seat-base', item: 'seat', state: null }],
    ['seat-base/seat:free', { procedure: 'seat-base', item: 'seat', state: 'free' }],
    [' card ', { procedure: null, item: 'card', state: null }],
  ])('is read: “%s”', (text, reference) => {
    expect(parseReference(text)).toEqual(reference);
  });

  it.each(['', ':free', 'a/b/c', 'card:', 'card:half', 'a:b:c', '/card', 'card/'])(
    'is refused where it is malformed: “%s”',
    (text) => {
      expect(parseReference(text)).toBeNull();
    },
  );

  it('means off for a part, released for a fastener, undone for a link, and nothing else of theirs', () => {
    expect(stateFor('part', null)).toBe('off');
    expect(stateFor('part', 'free')).toBe('free');
    expect(stateFor('part', 'released')).toBeNull();
    expect(stateFor('fastener', null)).toBe('released');
    expect(stateFor('fastener', 'free')).toBeNull();
    expect(stateFor('link', null)).toBe('undone');
    expect(stateFor('link', 'released')).toBeNull();
  });
});

describe('the index', () => {
  const document = made([part('a'), part('b')], [fastener('f', ['a', 'b'])], [link('l', 'body', 'b')]);
  const index = indexItems(document);

  it('finds every item by id, and nothing else', () => {
    expect(findItem(index, 'a')).toBe(document.parts[0]);
    expect(findItem(index, 'f')).toBe(document.fasteners[0]);
    expect(findItem(index, 'l')).toBe(document.links[0]);
    expect(findItem(index, 'body')).toBeUndefined();
    expect([...index.typeOf]).toEqual([
      ['a', 'part'],
      ['b', 'part'],
      ['f', 'fastener'],
      ['l', 'link'],
    ]);
  });

  it('keeps the first of two equal ids', () => {
    const twice = indexItems(made([part('a', { name: 'first' }), part('a', { name: 'second' })]));
    expect(twice.parts.get('a')!.name).toBe('first');
  });

  it('reads one held part and several alike, counts one where no count is given, and knows whose link it is', () => {
    expect(heldParts(fastener('f', 'a'))).toEqual(['a']);
    expect(heldParts(fastener('f', ['a', 'b']))).toEqual(['a', 'b']);
    expect(countOf({})).toBe(1);
    expect(countOf({ count: 9 })).toBe(9);
    expect(linkOwner(document.links[0])).toBe('b');
    expect(linkOwner(link('x', 'body', 'body'))).toBeNull();
  });
});

describe('places', () => {
  it('are the centre of what is drawn', () => {
    expect(
      centreOf([
        [0, 0],
        [10, 0],
        [10, 20],
        [0, 20],
      ]),
    ).toEqual([5, 10]);
    expect(centreOf([])).toBeNull();
    expect(centreOf(undefined)).toBeNull();
  });

  it('fall back from a fastener to its part and from a link to its first part that has one', () => {
    const document = made(
      [
        part('a', {
          shape: [
            [0, 0],
            [10, 10],
          ],
        }),
        part('bare'),
      ],
      [fastener('f', 'a'), fastener('g', 'a', { at: [[7, 7]] }), fastener('h', 'bare')],
      [link('l', 'bare', 'a')],
    );
    const index = indexItems(document);
    expect(placeOf(index, 'f')).toEqual([5, 5]);
    expect(placeOf(index, 'g')).toEqual([7, 7]);
    expect(placeOf(index, 'h')).toBeNull();
    expect(placeOf(index, 'l')).toEqual([5, 5]);
    expect(placeOf(index, 'nothing')).toBeNull();
  });
});

describe('presence', () => {
  const document = made(
    [
      part('power', { when: { windows: 'power' } }),
      part('crank', { when: { windows: 'crank' } }),
      part('card'),
      part('lamp', { when: { trim: ['high', 'top'] } }),
    ],
    [
      fastener('one', 'power'),
      fastener('both', ['power', 'crank']),
      fastener('shared', ['power', 'card']),
      fastener('own', 'card', { when: { trim: 'high' } }),
    ],
    [link('l', 'power', 'body'), link('m', 'power', 'lamp')],
  );
  const of = (options: Record<string, string>, id: string) => presenceOf(document, options).of.get(id);

  it('follows the option values, one or a list', () => {
    expect(of({ windows: 'power' }, 'power')).toBe('present');
    expect(of({ windows: 'power' }, 'crank')).toBe('absent');
    expect(of({ trim: 'top' }, 'lamp')).toBe('present');
    expect(of({ trim: 'low' }, 'lamp')).toBe('absent');
  });

  it('spreads: a fastener goes when every part it holds is absent, a link when either end is', () => {
    expect(of({ windows: 'crank' }, 'one')).toBe('absent');
    expect(of({ windows: 'crank' }, 'both')).toBe('present');
    expect(of({ windows: 'crank' }, 'shared')).toBe('present');
    expect(of({ windows: 'crank' }, 'l')).toBe('absent');
    expect(of({ windows: 'power', trim: 'low' }, 'm')).toBe('absent');
  });

  it('is open while an option is not given, and says which', () => {
    const { of: presence, dependsOn } = presenceOf(document, {});
    expect(presence.get('power')).toBe('maybe');
    expect(dependsOn.get('power')).toEqual(['windows']);
    expect(dependsOn.get('m')).toEqual(['trim', 'windows']);
    expect(presence.get('shared')).toBe('present');
    expect(presence.get('body')).toBe('present');
  });
});

describe('layers', () => {
  it('put what is behind a part one layer under it, and a part as deep as its deepest fastener', () => {
    const document = made(
      [part('cap'), part('card', { behind: ['sail'] }), part('sail'), part('speaker', { behind: ['card'] })],
      [fastener('hidden', 'card', { behind: ['cap'] }), fastener('clip', 'card')],
      [link('plug', 'speaker', 'body')],
    );
    const layers = layersOf(document);
    expect(['cap', 'sail', 'hidden', 'clip', 'card', 'speaker', 'plug'].map((id) => layers.get(id))).toEqual([
      0, 0, 1, 1, 1, 2, 3,
    ]);
  });

  it('end even where items wait for one another', () => {
    const layers = layersOf(made([part('a', { behind: ['b'] }), part('b', { behind: ['a'] })]));
    expect([...layers.keys()].sort()).toEqual(['a', 'b']);
  });

  it('are known for every item of every document', () => {
    fc.assert(
      fc.property(procedures({ routes: true }), (document) => {
        const layers = layersOf(document);
        for (const item of [...document.parts, ...document.fasteners, ...document.links]) {
          expect(layers.get(item.id)).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });
});

describe('names in a sentence', () => {
  const index = indexItems(demoProcedure('kite-rear-door'));

  it('are the given name, else what it is, with its size', () => {
    expect(itemWords(index, 'card')).toBe('door card');
    expect(itemWords(index, 's1')).toBe('T20 screws');
    expect(itemWords(index, 's2')).toBe('7 mm screw');
    expect(itemWords(index, 'c1')).toBe('push clips');
    expect(itemWords(index, 'l2')).toBe('release cable');
    expect(itemWords(index, 'l1')).toBe('connectors');
    expect(itemWords(index, 'body')).toBe('the body');
    expect(itemWords(index, 'unheard-of')).toBe('unheard-of');
  });

  it('are counted for lists, and tell what is held', () => {
    expect(countedWords(index, 's1')).toBe('2 × T20 screws');
    expect(countedWords(index, 'card')).toBe('door card');
    expect(heldWords(index, 's1')).toBe('door card');
    expect(heldWords(indexItems(demoProcedure('lumen-front-door')), 's1')).toBe('door card and armrest bezel');
    expect(heldWords(index, 'card')).toBe('');
  });
});
