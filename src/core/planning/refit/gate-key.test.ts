import { describe, expect, it } from 'vitest';
import { readGateKey } from './gate-key';

describe('the key of a gate', () => {
  it.each([
    ['gate:clips:kite-rear-door/card', 'clips', 'part', 'kite-rear-door', 'card'],
    ['gate:closing-in:kite-rear-door/card#2', 'closing-in', 'part', 'kite-rear-door', 'card'],
    ['gate:test:kite-rear-door/shield@lower-half', 'test', 'part', 'kite-rear-door', 'shield'],
    ['gate:test:dash/top~offer', 'test', 'part', 'dash', 'top'],
    ['gate:test:set/set-1', 'test', 'set', null, ''],
    ['gate:test:power/lumen-front-door#3', 'test', 'power', 'lumen-front-door', ''],
    ['gate:test:hand-over', 'test', 'vehicle', null, ''],
    ['gate:before-power:before-power', 'before-power', 'vehicle', null, ''],
  ])('%s', (key, gate, of, procedure, item) => {
    expect(readGateKey(key)).toEqual({ gate, of, procedure, item });
  });

  it('is none where it is a step’s', () => {
    expect(readGateKey('seat:kite-rear-door/card')).toBeNull();
  });
});
