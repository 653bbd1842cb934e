import { describe, expect, it } from 'vitest';
import { MOTIONS } from '../../trade';
import { readMotion, readMotions } from './motion-words';

describe('how a panel comes off, in words', () => {
  it.each([
    ['pull bottom', 'pull-bottom'],
    ['pulls out at the bottom first', 'pull-bottom'],
    ['then up', 'lift'],
    ['lift', 'lift'],
    ['raise it a bit', 'lift'],
    ['slide forward', 'slide-forward'],
    ['pry gently at the front edge', 'pry-front'],
    ['prise rear', 'pry-rear'],
    ['towards you', 'pull'],
  ])('“%s” is a motion of its own', (words, code) => {
    expect(MOTIONS.has(code)).toBe(true);
    expect(readMotion(words)).toMatchObject({ code, rest: '' });
  });

  it('keeps what else a phrase says', () => {
    expect(readMotion('slide forward past the mirror')).toEqual({ code: 'slide-forward', rest: 'past the mirror' });
  });

  it('is several, in their order', () => {
    expect(readMotions('pull bottom, then up')?.motions).toEqual(['pull-bottom', 'lift']);
  });

  // A single word is also a way: "up" by itself lifts.
  it.each([...MOTIONS.keys()])('“%s” of the catalogue is understood by its own words', (code) => {
    const words = code.replaceAll('-', ' ');
    expect(readMotion(words.includes(' ') ? words : `move ${words}`)).toEqual({ code, rest: '' });
  });
});
