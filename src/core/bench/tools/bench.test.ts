import fc from 'fast-check';
import clipping from 'polygon-clipping';
import { describe, expect, it } from 'vitest';
import { aimOf } from './aim';
import { type Polygon, regionAreaMm2 } from './areas';
import { besselJ1 } from './bessel';
import { capacitorFor, nearestPreferred } from './capacitor';
import { dampFor } from './damp';
import { type DepthInput, spacerFor } from './depth';
import { DRILLS, drillSize, nearestDrill } from './drill';
import { loadFor, loadOhms, padFor } from './load';
import { polarityOf, POLARITY_TESTS } from './polarity';
import { leastDistance, ringFor, type RingInput } from './ring';
import { sayRing } from './say';
import { sayPolarity } from './say-sound';
import { polarityPulse } from './tones';
import { parseMm } from './typed-size';
import { awgToMm2, wireFor } from './wire';

describe('a length as it is typed', () => {
  it.each<[string, number | null]>([
    ['165', 165],
    ['165mm', 165],
    ['Ø 165', 165],
    ['6,5', 6.5],
    ['6 1/2 in', 165.1],
    ['6-1/2"', 165.1],
    ['1 3/4"', 44.45],
    ['11/64', 4.365625],
    ['16.5 cm', 165],
    ['.5 in', 12.7],
    ['1/0 in', null],
    ['wide', null],
    ['', null],
    ['-3', null],
    ['6 1/2 1/2', null],
  ])('%j is %s mm', (typed, mm) => {
    const read = parseMm(typed);
    if (mm === null) expect(read).toBeNull();
    else expect(read).toBeCloseTo(mm, 9);
  });
});

describe('depth and spacer', () => {
  const door: DepthInput = {
    toGlass: 62,
    grilleGap: 24,
    tolerance: 1,
    depth: 60,
    proud: 4,
    stroke: 5,
    speakerTolerance: 0.5,
    behind: 6,
    front: 3,
    sheets: [3, 5],
  };

  it('finds the window by hand-worked sums, drawn in by what the readings may be off', () => {
    // 60 + 6 − 62 = 4; 24 − 4 − 5 − 3 = 12.
    expect(spacerFor(door)).toEqual({ window: [4, 12], sure: [5.5, 10.5], stack: [5, 3], fits: true, shortBy: -8 });
  });

  it('is limited by a regulator behind the magnet, not by one beside it', () => {
    const at = (regulator: 'behind' | 'beside') => spacerFor({ ...door, toRegulator: 55, regulator }).window;
    expect([at('behind'), at('beside')]).toEqual([[11, 12], [4, 12]]); // prettier-ignore
  });

  it('says by how much it does not fit', () => {
    const { fits, shortBy, stack } = spacerFor({ ...door, depth: 74 });
    expect([fits, shortBy, stack]).toEqual([false, 6, null]);
  });

  it('takes the fewest sheets of all stacks, and of those the one nearest the middle of what is sure', () => {
    const thickness = fc.integer({ min: 1, max: 12 });
    fc.assert(
      fc.property(
        fc.array(thickness, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 0, max: 12 }),
        fc.integer({ min: 0, max: 14 }),
        (sheets, least, wide) => {
          const input = {
            ...door,
            toGlass: 66 - least,
            grilleGap: 12 + least + wide,
            tolerance: 0,
            speakerTolerance: 0,
          };
          const { stack, window } = spacerFor({ ...input, sheets });
          expect(window).toEqual([least, least + wide]);
          const sums = (count: number): number[] =>
            count === 0 ? [0] : sums(count - 1).flatMap((sum) => sheets.map((one) => sum + one));
          for (let count = 0; count <= 4; count += 1) {
            const hits = sums(count).filter((sum) => sum >= least && sum <= least + wide);
            if (hits.length === 0) continue;
            const middle = least + wide / 2;
            const away = Math.min(...hits.map((sum) => Math.abs(sum - middle)));
            expect(stack).toHaveLength(count);
            expect(Math.abs(stack!.reduce((a, b) => a + b, 0) - middle)).toBe(away);
            return;
          }
          expect(stack === null || stack.length > 4).toBe(true);
        },
      ),
    );
  });
});

describe('a ring', () => {
  const ring: RingInput = {
    bore: 142,
    outside: 184,
    thickness: 12,
    factory: { count: 3, circle: 161, start: 30 },
    speaker: { count: 4, circle: 156, cutout: 141, basket: 165 },
    screw: 4,
    ligament: 3,
  };

  it('turns the speaker’s holes as a search of every tenth of a degree would', () => {
    const pattern = fc.record({ count: fc.integer({ min: 1, max: 8 }), circle: fc.integer({ min: 110, max: 180 }), start: fc.integer({ min: 0, max: 359 }) }); // prettier-ignore
    fc.assert(
      fc.property(pattern, pattern, (factory, { count, circle }) => {
        const input = { ...ring, factory, speaker: { ...ring.speaker, count, circle }, outside: 200 };
        const { turn, leastLigament } = ringFor(input);
        const at = (start: number) =>
          Math.min(
            leastDistance(factory, { count, circle, start }) - ring.screw,
            ...[factory, { count, circle }].flatMap((one) => [
              (200 - one.circle - ring.screw) / 2,
              (one.circle - ring.speaker.cutout - ring.screw) / 2,
              one.count < 2 ? Infinity : one.circle * Math.sin(Math.PI / one.count) - ring.screw,
            ]),
          );
        const best = Math.max(...Array.from({ length: 3600 }, (_, n) => at(n / 10)));
        expect(leastLigament).toBeGreaterThanOrEqual(best - 1e-6);
        expect(at(turn)).toBeCloseTo(leastLigament, 5);
        // Of equals the smallest: nothing below it is as good.
        for (let n = 0; n < turn * 10 - 1; n += 1) expect(at(n / 10)).toBeLessThan(leastLigament + 1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('clears three factory holes with four of the speaker by 15°', () => {
    // Three and four holes meet every 30°: from 30° on the vehicle the best is 15° off, 20.6 mm less a screw.
    const { turn, leastLigament, fits } = ringFor({ ...ring, ligament: 1.5 });
    expect([turn <= 15, leastLigament > 1.5, fits]).toEqual([true, true, true]);
  });

  it('names what fails and by how much', () => {
    const { fits, fails } = ringFor({ ...ring, outside: 168, speaker: { ...ring.speaker, cutout: 144, basket: 172 } });
    expect(fits).toBe(false);
    expect(fails).toContainEqual({ what: 'bore', byMm: 2 });
    expect(fails).toContainEqual({ what: 'basket', byMm: 4 });
    expect(fails).toContainEqual({ what: 'factory-outer-edge', byMm: 1.5 });
  });
});

describe('drills', () => {
  // ASME B94.11M, from memory: #29 0.1360, #30 0.1285, F 0.257 in; fractions are exact.
  it.each([
    ['#29', 3.4544],
    ['f', 6.5278],
    ['11/64', 4.365625],
    ['3.2', 3.2],
  ])('%s is %f mm', (name, mm) => {
    // prettier-ignore
    expect(drillSize(name)).toBeCloseTo(mm, 6);
  });

  it('are the nearest in the sets at hand, with what they are off', () => {
    expect(nearestDrill(25.4 / 8, ['metric'])).toEqual({
      nearest: { set: 'metric', name: '3.2', mm: 3.2 },
      errorMm: 0.025,
    });
    expect(nearestDrill(3.3, ['fraction', 'number'])!.nearest.name).toBe('#30');
    expect(nearestDrill(3.3, [])).toBeNull();
  });

  it('grow from one to the next in every set', () => {
    for (const set of Object.values(DRILLS)) {
      const sizes = set.map(({ mm }) => mm).sort((a, b) => a - b);
      expect(new Set(sizes).size).toBe(sizes.length);
    }
    expect([DRILLS.number.length, DRILLS.letter.length, DRILLS.fraction.length]).toEqual([80, 26, 64]);
    expect(DRILLS.number.every(({ mm }, n) => n === 0 || mm < DRILLS.number[n - 1].mm)).toBe(true);
  });
});

describe('load and level', () => {
  it('adds in series, and reciprocals in parallel', () => {
    expect(loadOhms({ parallel: [4, { series: [2, 2] }] })).toBeCloseTo(2, 12);
    expect(loadFor({ parallel: [4, 4] }, 2)).toEqual({ ohms: 2, ok: true });
    expect(loadFor({ parallel: [4, 4, 4] }, 2).ok).toBe(false);
  });

  it('pads so that the amplifier goes on seeing the driver', () => {
    // Handbook table of L-pads, 8 Ω: −6 dB 3.99 and 8.04 Ω; −3 dB 2.34 and 19.4 Ω (from memory).
    expect(padFor(-6, 8).seriesOhms).toBeCloseTo(3.99, 2);
    expect(padFor(-6, 8).shuntOhms).toBeCloseTo(8.04, 1);
    expect(padFor(-3, 8).seriesOhms).toBeCloseTo(2.34, 2);
    expect(padFor(-3, 8).shuntOhms).toBeCloseTo(19.4, 1);
    fc.assert(
      fc.property(fc.double({ min: -40, max: -0.1, noNaN: true }), fc.integer({ min: 2, max: 16 }), (db, ohms) => {
        const { seriesOhms, shuntOhms } = padFor(db, ohms);
        expect(seriesOhms! + 1 / (1 / shuntOhms! + 1 / ohms)).toBeCloseTo(ohms, 9);
      }),
    );
    expect(padFor(0, 8)).toMatchObject({ seriesOhms: 0, shuntOhms: null, powerRatio: 1 });
    expect(padFor(3, 8)).toMatchObject({ seriesOhms: null, shuntOhms: null });
    expect(padFor(3, 8).powerRatio).toBeCloseTo(1.995, 3);
  });

  it('names the capacitor that is sold, and where its corner really is', () => {
    // 1/(2π · 4 Ω · 5 kHz) = 7.96 µF: 8.2 µF of E12, corner 4 852 Hz.
    const { farads, nearestFarads, actualHertz } = capacitorFor(4, 5000, 'E12');
    expect([farads * 1e6, nearestFarads, actualHertz]).toEqual([expect.closeTo(7.958, 3), 8.2e-6, expect.closeTo(4852, 0)]); // prettier-ignore
    expect([nearestPreferred(9.6, 'E12'), nearestPreferred(9.6, 'E6'), nearestPreferred(0.0047, 'E24')]).toEqual([
      10, 10, 0.0047,
    ]);
  });

  it('takes cross-sections of ASTM B258 and copper of IEC 60028', () => {
    // ASTM B258, table of nominal areas (from memory): 12 AWG 3.31, 16 AWG 1.31, 18 AWG 0.823 mm².
    expect([12, 16, 18].map((awg) => Number(awgToMm2(awg).toFixed(2)))).toEqual([3.31, 1.31, 0.82]);
    const { loopOhms, lossDb, dampingAtMost } = wireFor(2.5, 5, 4);
    expect(loopOhms).toBeCloseTo(10 / (58 * 2.5), 12);
    expect(lossDb).toBeCloseTo(0.1485, 3);
    expect(dampingAtMost).toBeCloseTo(58, 9);
  });
});

describe('aim', () => {
  // Abramowitz and Stegun, table 9.1, and its first zero, table 9.5 (from memory).
  it.each([
    [0, 0],
    [1, 0.4400505857],
    [2, 0.5767248078],
    [5, -0.3275791376],
    [10, 0.0434727462],
    [20, 0.0668331242],
    [3.8317059702, 0],
  ])('J1(%f) is %f', (x, value) => {
    // prettier-ignore
    expect(besselJ1(x)).toBeCloseTo(value, 6);
    expect(besselJ1(-x)).toBeCloseTo(-value, 6);
  });

  it('costs nothing on axis, and treble off it', () => {
    expect(aimOf([0, 0, 0], [1, 0, 0], [800, 0, 0], 25, 10_000)).toEqual({ degrees: 0, lossDb: 0 });
    const off = aimOf([0, 0, 0], [1, 0, 0], [0, 800, 0], 25, 10_000);
    // ka = 2π·10 000·0.0125/343 = 2.290: 2·J1(2.290)/2.290 = 0.475, 6.5 dB.
    expect(off.degrees).toBeCloseTo(90, 9);
    expect(off.lossDb).toBeCloseTo(-20 * Math.log10((2 * besselJ1(2.2898)) / 2.2898), 3);
    expect(off.lossDb).toBeGreaterThan(6);
  });
});

describe('damping', () => {
  const box = (x: number, y: number, w: number, h: number): Polygon => [[x, y], [x + w, y], [x + w, y + h], [x, y + h]]; // prettier-ignore

  it('measures areas with holes as a geometry library does', () => {
    const corner = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 }));
    const polygon = fc.array(corner, { minLength: 3, maxLength: 6 });
    const areaOf = (rings: [number, number][]) =>
      Math.abs(rings.reduce((sum, [x, y], n) => sum + x * rings[(n + 1) % rings.length][1] - rings[(n + 1) % rings.length][0] * y, 0) / 2); // prettier-ignore
    fc.assert(
      fc.property(polygon, fc.array(polygon, { maxLength: 2 }), (area, without) => {
        // Some shapes that cross themselves are too much for the library; those are left out.
        let made: [number, number][][][];
        try {
          const first = clipping.union([area]);
          made = without.length ? clipping.difference(first, ...without.map((one) => clipping.union([one]))) : first;
        } catch {
          return;
        }
        const wanted = made.reduce((sum, [outer, ...holes]) => sum + areaOf(outer) - holes.reduce((all, one) => all + areaOf(one), 0), 0); // prettier-ignore
        const simple = [area, ...without].every((one) => areaOf(one) > 0);
        if (simple && [area, ...without].every(isSimple))
          expect(regionAreaMm2({ area: [area], without })).toBeCloseTo(wanted, 3);
      }),
      { numRuns: 300 },
    );
  });

  it('covers the share that was asked for, clear of holes, with pieces that come out of the sheets', () => {
    const input = { area: [box(0, 0, 900, 500)], holes: [box(100, 100, 160, 160)], keepOut: [box(0, 420, 900, 80)], coverage: 0.5, sheet: [500, 400] as const, kgPerM2: 4 }; // prettier-ignore
    const { areaM2, pieces, sheets, kg } = dampFor(input);
    expect(areaM2).toBeCloseTo((900 * 420 - 160 * 160) / 1e6, 9);
    const covered = pieces.reduce((sum, { width, height }) => sum + width * height, 0);
    expect(covered / 1e6 / areaM2).toBeCloseTo(0.5, 2);
    expect(kg).toBeCloseTo((covered / 1e6) * 4, 9);
    for (const {
      at: [x, y],
      width,
      height,
    } of pieces) {
      // prettier-ignore
      expect(y + height).toBeLessThanOrEqual(420.001);
      expect(x + width <= 100.001 || x >= 259.999 || y + height <= 100.001 || y >= 259.999).toBe(true);
    }
    const placed = pieces.map(({ from: [x, y], width, height, turned, sheet }) => ({ sheet, x, y, w: turned ? height : width, h: turned ? width : height })); // prettier-ignore
    for (const [n, a] of placed.entries()) {
      expect(a.x + a.w <= 500.001 && a.y + a.h <= 400.001 && a.sheet <= sheets).toBe(true);
      for (const b of placed.slice(n + 1))
        if (a.sheet === b.sheet)
          expect(a.x + a.w <= b.x + 1e-6 || b.x + b.w <= a.x + 1e-6 || a.y + a.h <= b.y + 1e-6 || b.y + b.h <= a.y + 1e-6).toBe(true); // prettier-ignore
    }
  });

  it('sticks nothing where there is no room', () => {
    const none = dampFor({ area: [box(0, 0, 100, 100)], holes: [box(-1, -1, 200, 200)], keepOut: [], coverage: 1, sheet: [500, 400], kgPerM2: 4 }); // prettier-ignore
    expect(none).toEqual({ areaM2: 0, sheets: 0, pieces: [], kg: 0 });
  });
});

/** Whether no two sides of a polygon cross or touch but at its corners. */
function isSimple(polygon: Polygon): boolean {
  const side = (a: Polygon[number], b: Polygon[number], c: Polygon[number]) =>
    Math.sign((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]));
  return polygon.every((a, n) => {
    const b = polygon[(n + 1) % polygon.length];
    return polygon.every((c, m) => {
      const d = polygon[(m + 1) % polygon.length];
      if (n === m || (n + 1) % polygon.length === m || (m + 1) % polygon.length === n)
        return a[0] !== b[0] || a[1] !== b[1];
      return side(a, b, c) * side(a, b, d) > 0 || side(c, d, a) * side(c, d, b) > 0;
    });
  });
}

it('a baffle on the face counts like a spacer that is there already', () => {
  const input = {
    toGlass: 62,
    grilleGap: 24,
    tolerance: 0,
    depth: 60,
    proud: 4,
    stroke: 5,
    speakerTolerance: 0,
    behind: 6,
    front: 3,
    sheets: [6],
  };
  expect(spacerFor(input).window).toEqual([4, 12]);
  expect(spacerFor({ ...input, baffle: 3 }).window).toEqual([1, 9]);
});

it('says where a speaker’s screws hang in the door’s opening', () => {
  const ring = { bore: 160, outside: 190, thickness: 12, factory: { count: 3, circle: 175 }, screw: 4, ligament: 3 };
  const on = (circle: number) => ringFor({ ...ring, speaker: { count: 4, circle, cutout: 140, basket: 180 } });
  expect(sayRing(on(156)).words).toContain('hang in the door’s opening');
  expect(on(170).isHanging).toBe(false);
});

it('no test of a wire is ever certain', () => {
  const all = POLARITY_TESTS.map(({ code, seen }) => ({ method: code, seen: seen[0].code }));
  for (const evidence of [all, all.slice(0, 3), [{ method: 'meter' as const, seen: 'positive' }]])
    expect(sayPolarity(polarityOf(evidence)).words).not.toContain('100 %');
});

it('a pulse stays a push outwards behind an amplifier’s bass filter, and leaves no direct current', () => {
  const { samples, rate } = polarityPulse(2);
  expect(Math.abs(samples.reduce((sum, one) => sum + one, 0) / samples.length)).toBeLessThan(1e-4);
  // First-order high-pass at 20 Hz (the usual subsonic corner of head units: common practice, no source).
  const a = 1 / (1 + (2 * Math.PI * 20) / rate);
  let [before, out, high, low] = [0, 0, 0, 0];
  for (const one of samples) {
    out = a * (out + one - before);
    before = one;
    [high, low] = [Math.max(high, out), Math.min(low, out)];
  }
  expect(high).toBeGreaterThan(1.5 * -low);
});
