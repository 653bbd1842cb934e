import { describe, expect, it } from 'vitest';
import {
  BASE_CATALOGUE,
  fastenerKindOf,
  findFastenerKind,
  findLinkKind,
  findMotion,
  findPartKind,
  linkKindOrGuess,
} from './catalogue';
import { extendCatalogue } from './extend';
import { FASTENER_ALIASES, FASTENER_KINDS } from './fastener-kinds';
import { NAMED_TOOLS, toolFor } from './tools';
import { parseDrive } from './drives';

describe('the catalogue', () => {
  it('finds kinds by code, in any spelling people use', () => {
    expect(findFastenerKind(BASE_CATALOGUE, 'push-clip')?.code).toBe('push-clip');
    expect(findFastenerKind(BASE_CATALOGUE, ' Push Clip ')?.code).toBe('push-clip');
    expect(findFastenerKind(BASE_CATALOGUE, 'pop rivet')?.code).toBe('rivet');
    expect(findFastenerKind(BASE_CATALOGUE, 'two-stage push pin')?.code).toBe('push-pin');
    expect(findFastenerKind(BASE_CATALOGUE, 'superglue gun')).toBeUndefined();
    expect(findLinkKind(BASE_CATALOGUE, 'Cable')?.code).toBe('cable');
    expect(findPartKind(BASE_CATALOGUE, 'head unit')?.electrical).toBe(true);
    expect(findMotion(BASE_CATALOGUE, 'pry-front')?.pries).toBe(true);
  });

  it('has every alias point to a kind, every kind a tool there is, and positive times and priors', () => {
    for (const code of FASTENER_ALIASES.values()) expect(FASTENER_KINDS.has(code)).toBe(true);
    for (const kind of FASTENER_KINDS.values()) {
      expect(NAMED_TOOLS.has(kind.tool) || parseDrive(kind.tool) !== null, kind.code).toBe(true);
      expect(Math.min(kind.releaseSeconds, kind.refitSeconds, kind.breakPrior.a, kind.breakPrior.b)).toBeGreaterThan(0);
      expect(toolFor(kind.tool).name.length).toBeGreaterThan(0);
    }
  });

  it('has only turned kinds threaded, and nothing both moulded and loose', () => {
    for (const kind of FASTENER_KINDS.values()) {
      if (kind.threaded) expect(kind.release).toBe('turned');
      if (kind.integral) expect(kind.threaded).toBe(false);
    }
  });

  it('reads an unknown kind cautiously: turned where it has a drive, pulled where not, never sharing a bin', () => {
    expect(fastenerKindOf(BASE_CATALOGUE, { kind: 'wing-thing', drive: 'T20' })).toMatchObject({
      code: 'wing-thing',
      release: 'turned',
      threaded: true,
    });
    expect(fastenerKindOf(BASE_CATALOGUE, { kind: 'wing-thing' })).toMatchObject({
      code: 'wing-thing',
      release: 'pulled',
      threaded: true,
    });
    expect(linkKindOrGuess(BASE_CATALOGUE, 'chain')).toMatchObject({ code: 'chain', electrical: false });
  });

  it('gives every motion its inverse for the way back', () => {
    for (const motion of BASE_CATALOGUE.motions.values()) {
      expect(motion.refitWords).not.toBe(motion.words);
      expect(motion.seconds).toBeGreaterThan(0);
    }
    expect(findMotion(BASE_CATALOGUE, 'slide-up')?.refitWords).toBe('slide down');
    expect(findMotion(BASE_CATALOGUE, 'hinge-rear')?.refitWords).toBe('swing in at the rear');
  });
});

describe('a shop’s own kinds', () => {
  const own = extendCatalogue(BASE_CATALOGUE, [
    { code: 'velvet-clip', like: 'push-clip', name: 'velvet clip', plural: 'velvet clips', releaseSeconds: 9 },
    { code: 'screw', like: 'screw', name: 'trim screw', plural: 'trim screws' },
    { code: 'ghost', like: 'nothing-known', name: 'ghost', plural: 'ghosts' },
  ]);

  it('are like a known one, but for what they say', () => {
    expect(findFastenerKind(own, 'velvet-clip')).toMatchObject({
      release: 'pulled',
      name: 'velvet clip',
      releaseSeconds: 9,
      refitSeconds: FASTENER_KINDS.get('push-clip')!.refitSeconds,
    });
  });

  it('replace one of the same code, and are left out where they are like nothing', () => {
    expect(findFastenerKind(own, 'screw')?.name).toBe('trim screw');
    expect(findFastenerKind(own, 'ghost')).toBeUndefined();
    expect(FASTENER_KINDS.get('screw')!.name).toBe('screw');
    expect(extendCatalogue(BASE_CATALOGUE, [])).toBe(BASE_CATALOGUE);
  });
});
