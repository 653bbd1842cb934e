import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { checkOptions, listOptions } from './options';

const KITE = demoProcedure('kite-rear-door');
const LUMEN = demoProcedure('lumen-front-door');

describe('options', () => {
  it('are listed over all documents, sorted, each value once', () => {
    expect([...listOptions([KITE, LUMEN, demoProcedure('kite-front-door')])]).toEqual([
      ['audio', ['base', 'amplified']],
      ['puddle', ['fitted', 'none']],
      ['tweeter', expect.any(Array)],
      ['windows', ['power', 'crank']],
    ]);
  });

  it('that are not listed, or have no such value, are refused with what there is', () => {
    expect(checkOptions([KITE], { windows: 'power' })).toEqual([]);
    expect(checkOptions([KITE], { windows: 'sliding' })[0]).toMatchObject({
      code: 'option-value',
      message: '“sliding” is not a value of windows: use power or crank.',
    });
    expect(checkOptions([KITE], { sunroof: 'yes' })[0]).toMatchObject({ code: 'option-unknown', option: 'sunroof' });
  });
});
