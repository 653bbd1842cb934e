import { describe, expect, it } from 'vitest';
import { isTrivialPin } from './trivial-pin';

describe('a PIN', () => {
  it.each(['0000', '7777777', '1234', '4567', '9876', '12345678', '8901', '1212', '565656', '2580', '1010'])(
    'that anybody would try first is none: %s',
    (pin) => expect(isTrivialPin(pin)).toBe(true),
  );
  it.each(['8341', '1001', '2002', '5005', '4826', '90210', '13579'])('may be any other: %s', (pin) =>
    expect(isTrivialPin(pin)).toBe(false),
  );
});
