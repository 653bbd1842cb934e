import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { link, made, part } from '@tests/support/made';
import { BASE_CATALOGUE, findFastenerKind, findLinkKind, findPartKind } from '../../trade';
import { itemsOf } from './items';
import { likelyNext, type Likely } from './likely';

const words = (likely: Likely[]) => likely.map(({ type, kind }) => `${type} ${kind}`);

describe('what is likely recorded next', () => {
  it('begins with a panel, and goes on with what stands on one', () => {
    expect(words(likelyNext(made([]), null))[0]).toBe('part panel');
    const door = made([part('card', { kind: 'panel' })]);
    expect(words(likelyNext(door, 'card')).slice(0, 3)).toEqual(['part cover', 'fastener screw', 'fastener push-clip']);
  });

  it('does not offer the fastener or tether that was just recorded: that is the same again', () => {
    const door = made(
      [part('card')],
      [{ id: 's1', holds: 'card', kind: 'screw' }],
      [link('plug', 'card', 'body', { kind: 'connector' })],
    );
    expect(words(likelyNext(door, 's1'))).not.toContain('fastener screw');
    expect(words(likelyNext(door, 'plug'))).not.toContain('link connector');
  });

  it('offers five different things of kinds the catalogue knows, whatever was recorded last', () => {
    const door = demoProcedure('kite-front-door');
    for (const last of [null, 'nothing-of-that-name', ...itemsOf(door).map(({ id }) => id)]) {
      const likely = likelyNext(door, last);
      expect(new Set(words(likely)).size).toBe(5);
      const find = { part: findPartKind, fastener: findFastenerKind, link: findLinkKind, work: () => undefined };
      for (const { type, kind } of likely) expect(find[type](BASE_CATALOGUE, kind), `${type} ${kind}`).toBeDefined();
    }
  });
});
