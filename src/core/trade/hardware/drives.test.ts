import { describe, expect, it } from 'vitest';
import { parseDrive } from './drives';
import { toolFor } from './tools';
import { inchToMm, parseInch } from './units';

describe('a drive', () => {
  it.each([
    ['T20', 'T20'],
    ['t 27', 'T27'],
    ['PH2', 'PH2'],
    ['cross-recess no. 2', 'PH2'],
    ['cross recess 2', 'PH2'],
    ['hex 7 mm', 'hex 7 mm'],
    ['7mm', 'hex 7 mm'],
    ['HEX HEAD 10 mm', 'hex 10 mm'],
    ['9/32 in', 'hex 9/32 in'],
    ['hex 5/16 inch', 'hex 5/16 in'],
    ['hex socket 5 mm', 'hex socket 5 mm'],
    ['square 2', 'SQ2'],
    ['slotted 6 mm', 'slot 6 mm'],
  ])('is understood as people write it: “%s”', (text, code) => {
    expect(parseDrive(text)?.code).toBe(code);
    expect(parseDrive(code)?.code).toBe(code);
  });

  // Sizes that ISO 10664 does not list, and what is no drive at all.
  it.each(['T23', 'T1', 'T26', 'PH9', 'hex 0 mm', 'hex 3/0 in', 'hex -7 mm', 'screwdriver', '', '20'])(
    'is refused where it does not exist: “%s”',
    (text) => {
      expect(parseDrive(text)).toBeNull();
    },
  );

  it('has a size only where the number is a length', () => {
    expect(parseDrive('hex 8 mm')).toMatchObject({ sizeMm: 8, sizeNumber: null });
    expect(parseDrive('T30')).toMatchObject({ sizeMm: null, sizeNumber: 30 });
  });
});

// 1 in = 25.4 mm exactly (international yard and pound agreement of 1959): 9/32 in and 5/16 in by hand.
it.each([
  ['9/32', 7.14375],
  ['5/16', 7.9375],
  ['1', 25.4],
  ['0.5', 12.7],
])('reads %s in as millimetres', (text, mm) => {
  expect(inchToMm(parseInch(text)!)).toBeCloseTo(mm, 10);
});

it('knows the tool for a drive, and takes an unknown code at its word', () => {
  expect(toolFor('T20').name).toBe('T20 driver');
  expect(toolFor('9/32 in')).toMatchObject({ code: 'hex 9/32 in', name: '9/32 in socket', plate: '9/32 in' });
  expect(toolFor('moon key')).toMatchObject({ code: 'moon key', name: 'moon key' });
});
