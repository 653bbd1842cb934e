import { describe, expect, it } from 'vitest';
import { itemKey, readItemKey } from '../../document';
import { readStepKey, stepKey } from './step-ref';

describe('names of steps and items', () => {
  it.each([
    { type: 'release', procedure: 'kite-rear-door@right', item: 's1' },
    { type: 'gate:closing-in', procedure: 'kite-rear-door', item: 'card' },
    { type: 'batteryOff', procedure: null, item: '' },
  ])('read back what they were made of: %o', (ref) => {
    expect(readStepKey(stepKey(ref))).toEqual(ref);
  });

  it('that were not made by us are no steps', () => {
    expect([readStepKey('release:a/b/c'), readStepKey('a:b:c'), readStepKey('')]).toEqual([null, null, null]);
    expect([readItemKey(itemKey({ procedure: 'kite', item: 's1' })), readItemKey('s1'), readItemKey('/s1')]).toEqual([
      { procedure: 'kite', item: 's1' },
      null,
      null,
    ]);
  });
});
