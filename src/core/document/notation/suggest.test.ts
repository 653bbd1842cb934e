import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { completeLine, suggestDrives } from './';

describe('a drive that is typed', () => {
  it.each([
    ['9/32', 'hex 9/32 in'],
    ['5 key', 'hex socket 5 mm'],
    ['ph3', 'PH3'],
    ['t27', 'T27'],
    ['7mm', 'hex 7 mm'],
    ['allen 4', 'hex socket 4 mm'],
    ['10', 'hex 10 mm'],
  ])('as “%s” is first %s', (typed, code) => {
    expect(suggestDrives(typed)[0]).toBe(code);
  });

  it('as nothing yet is the common ones, and as nonsense none', () => {
    expect(suggestDrives('')).toContain('T20');
    expect(suggestDrives('zebra')).toEqual([]);
  });
});

describe('a line that is typed', () => {
  const door = demoProcedure('kite-rear-door');

  it.each([
    ['2 T20 hold pul', 'l-cup cap'],
    ['2 T20 hold door c', 'ard'],
    ['plug on window sw', 'itch pack'],
    ['4 tabs hold card beh', 'ind'],
    ['card: pull bo', 'ttom, then up'],
    ['card: pul', 'l-cup cap'],
    ['2 T20 ', ''],
    ['', ''],
    ['x', ''],
  ])('“%s” is completed by “%s”', (typed, rest) => {
    expect(completeLine(door, typed)).toBe(rest);
  });
});
