import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { wireFault, type WireLine, wireSearch, wiresOf, wireText, withWires } from './';

const KITE = demoProcedure('kite-rear-door');

describe('wires', () => {
  it('are those of every pair and plug, each with how surely its polarity is known', () => {
    const rows = wiresOf(KITE);
    const plus = rows.find(({ item, polarity }) => item === 'woofer' && polarity === 'plus')!;
    // One cell test: its reliability.
    expect(plus).toMatchObject({ colour: 'BU/WH', function: 'door speaker +', how: ['cell'] });
    expect(plus.sure).toBeCloseTo(0.99, 6);
    expect(rows.find(({ item, cavity }) => item === 'l1' && cavity === '1')).toMatchObject({
      colour: 'GN/YE',
      polarity: null,
      sure: null,
    });
  });

  it('are surer the more ways agree: 0.99 and 0.9 make 0.99·0.9 / (0.99·0.9 + 0.01·0.1)', () => {
    const twice = { ...KITE.pairs![0], verified: ['cell', 'phase'].map((how) => ({ how, result: 'plus' })) };
    expect(wiresOf({ ...KITE, pairs: [twice] })[0].sure).toBeCloseTo(0.891 / 0.892, 6);
  });

  it('are found by colour in any writing, by side, zone and sign', () => {
    const text = (row: number) => wireText(KITE, wiresOf(KITE)[row]);
    const finds = (query: string, row: number) => wireSearch(query).every((word) => text(row).includes(word));
    for (const query of ['BU/WH rear left +', 'blue/white', 'kite bu/wh plus', 'door speaker +'])
      expect([query, finds(query, 0)]).toEqual([query, true]);
    for (const query of ['BU/BK', 'rear right', 'BU/WH -']) expect([query, finds(query, 0)]).toEqual([query, false]);
  });

  it('come back from a table as they were', () => {
    const lines = wiresOf(KITE).map(({ item, cavity, colour, function: does, polarity, how }): WireLine => ({
      item,
      cavity,
      colour,
      function: does,
      polarity,
      how,
    }));
    const again = withWires({ ...KITE, pairs: [], links: KITE.links.map(({ pins: _, ...link }) => link) }, lines);
    const bare = (document: typeof KITE) => wiresOf(document).map(({ connector: _, ...row }) => row);
    expect(bare(again)).toEqual(bare(KITE));
    expect(bare(withWires(KITE, lines))).toEqual(bare(KITE));
  });

  it.each<[string, Partial<WireLine>]>([
    ['wire colour', { colour: 'mauve' }],
    ['no plug or speaker', { item: 'nothing' }],
    ['cavity', { item: 'l1', cavity: '' }],
    ['plus or minus', { polarity: null }],
  ])('say what is wrong: %s', (words, change) => {
    const good: WireLine = { item: 'woofer', cavity: '', colour: 'GY', function: '', polarity: 'plus', how: [] };
    expect(wireFault(KITE, good)).toBeNull();
    expect(wireFault(KITE, { ...good, ...change })).toContain(words);
    expect(withWires(KITE, [{ ...good, ...change }])).toEqual(KITE);
  });
});
