import { expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { withPair } from './measured';

const KITE = demoProcedure('kite-rear-door');
const cell = { how: 'cell', result: 'cone out', job: 2402 };

it('a pair found the same again is verified once more, with its cavities kept', () => {
  const found = { of: 'woofer', plus: { colour: 'BU/WH' }, minus: { colour: 'BU/BK' }, verified: [cell] };
  const [pair] = withPair(KITE, found).pairs!;
  expect(pair).toMatchObject({ at: 'speaker plug', plus: { colour: 'BU/WH', cavity: '1' } });
  expect(pair.verified).toEqual([...KITE.pairs![0].verified!, cell]);
});

it('a pair found the other way round replaces what was said', () => {
  const found = { of: 'woofer', plus: { colour: 'BU/BK' }, minus: { colour: 'BU/WH' }, verified: [cell] };
  expect(withPair(KITE, found).pairs).toEqual([{ at: 'speaker plug', ...found }]);
});

it('a pair nobody had found is added, and others stay', () => {
  const found = { of: 'tweeter', plus: { colour: 'RD' }, minus: { colour: 'BN' } };
  expect(withPair(KITE, found).pairs).toEqual([...KITE.pairs!, found]);
});
