import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { circuitText, parseCircuit } from './circuit-text';
import { amplifierLoad, factoryLoads, levelDifferenceDb, settingRatio } from './level';
import { type Circuit, loadOhms } from './load';
import {
  BEHIND,
  ceilingRoom,
  clearanceFor,
  depthStop,
  GROMMET_MM,
  holeRoom,
  markOn,
  mayCut,
  pilotFor,
  screwThrough,
  stepFor,
} from './marking';
import { sayDatum, sayHole, sayStack } from './say-car';
import { wireRunFor } from './wire-run';

describe('marking out and drilling', () => {
  it.each([
    // Core diameters of ISO 1478 and the handbooks' pilot holes, from memory: 2.2–2.4 for a 2.9.
    [2.9, 0.8, 2.2],
    [2.9, 1.5, 2.3],
    [4.2, 2.5, 3.3],
  ])('takes a pilot for a %d mm self-tapper in %d mm sheet of %d mm', (screw, sheet, pilot) => {
    expect(pilotFor(screw, sheet)).toBe(pilot);
    expect(pilotFor(screw, sheet)!).toBeLessThan(screw);
  });

  it('knows clearance holes (ISO 273, medium, from memory), boots in inches, and the next stage of a step drill', () => {
    expect([3, 4, 5, 6, 8].map(clearanceFor)).toEqual([3.4, 4.5, 5.5, 6.6, 9]);
    expect(clearanceFor(7)).toBeNull();
    // 1 in and ¾ in, exactly (ISO 80000-3).
    expect(GROMMET_MM).toEqual({ door: 25.4, body: 19.05 });
    expect(stepFor(25.4)).toEqual({ step: 26, widerBy: 0.6 });
    expect(stepFor(31)).toBeNull();
  });

  it('sets the stop just behind the sheet, or refuses where something is nearer', () => {
    expect(depthStop(0.8, null)).toBe(3.8);
    expect(depthStop(0.8, 20)).toBe(3.8);
    expect(depthStop(0.8, 3)).toBeNull();
  });

  it('cuts only once everything behind was looked at and is clear', () => {
    const clear = Object.fromEntries(BEHIND.map(({ code }) => [code, 'clear' as const]));
    expect(mayCut(clear).may).toBe(true);
    for (const { code } of BEHIND) {
      expect(mayCut({ ...clear, [code]: undefined })).toEqual({ may: false, open: [code], inTheWay: [] });
      expect(mayCut({ ...clear, [code]: 'in-the-way' }).inTheWay).toEqual([code]);
    }
  });

  it('puts a mark on the other side as its mirror', () => {
    const datum = { from: 'lower seam', up: 45, andFrom: 'hinge edge', back: 120 };
    expect(markOn('left', datum)).toEqual([-120, 45]);
    expect(markOn('right', datum)).toEqual([120, 45]);
  });
});

const circuits = fc.letrec<{ circuit: Circuit }>((tie) => ({
  circuit: fc.oneof(
    { maxDepth: 3 },
    fc.integer({ min: 1, max: 16 }),
    fc.record({ series: fc.array(tie('circuit'), { minLength: 2, maxLength: 3 }) }),
    fc.record({ parallel: fc.array(tie('circuit'), { minLength: 2, maxLength: 3 }) }),
  ),
})).circuit;

describe('loads and levels', () => {
  it('reads a circuit as it is jotted, and prints it so that it reads the same', () => {
    expect(parseCircuit('4 || 4')).toEqual({ parallel: [4, 4] });
    expect(parseCircuit('4 | (4 + 0,3)')).toEqual({ parallel: [4, { series: [4, 0.3] }] });
    expect(parseCircuit('4 Ω + 4 ohm')).toEqual({ series: [4, 4] });
    for (const bad of ['', '4 +', '(4', '4 4', '0', 'woofer', '4 || ']) expect(parseCircuit(bad), bad).toBeNull();
    fc.assert(
      fc.property(circuits, (circuit) => {
        expect(loadOhms(parseCircuit(circuitText(circuit))!)).toBeCloseTo(loadOhms(circuit), 9);
      }),
    );
  });

  it('asks twice the minimum of a bridged pair', () => {
    expect(amplifierLoad({ parallel: [4, 4] }, 2, false)).toEqual({ ohms: 2, ok: true, needs: 2 });
    expect(amplifierLoad(4, 2, true)).toEqual({ ohms: 4, ok: true, needs: 4 });
    expect(amplifierLoad({ parallel: [4, 4] }, 2, true).ok).toBe(false);
  });

  it('adds sensitivities and powers as decibels, and knows what a setting does', () => {
    // Twice the power is 3.01 dB, −3 dB is half of it.
    expect(levelDifferenceDb({ sensitivityDb: 90, watts: 100 }, { sensitivityDb: 90, watts: 50 })).toBeCloseTo(
      3.0103,
      4,
    );
    expect(settingRatio(-3).power).toBeCloseTo(0.5012, 4);
    expect(settingRatio(3).voltage).toBeCloseTo(1.4125, 4);
  });

  it('holds every channel of a factory system to the ohms it had', () => {
    const verdicts = factoryLoads([
      { name: 'woofer', was: 2, becomes: 4 },
      { name: 'tweeter', was: 8, becomes: 4 },
      { name: 'centre', was: 4, becomes: 4 },
    ]);
    expect(verdicts.map(({ verdict }) => verdict)).toEqual(['quieter', 'too-low', 'same']);
    expect(verdicts[0].db).toBeCloseTo(-3.0103, 4);
  });
});

describe('a run of wire', () => {
  it('is cut with slack and loop, its boots marked, the thinnest taken that loses no more', () => {
    const run = wireRunFor({
      legs: [
        { name: 'sill', mm: 1500 },
        { name: 'kick panel', mm: 500, boot: true },
        { name: 'door', mm: 600 },
      ],
      slack: 0.1,
      loop: 200,
      ohms: 4,
      lossDb: 0.5,
    });
    expect(run.cutMm).toBe(3060);
    expect(run.marks).toEqual([{ name: 'kick panel', mm: 2200 }]);
    // By hand: 2·3.06/58/0.5 = 0.211 Ω, 20·log((4 + 0.211)/4) = 0.4466 dB.
    expect(run.mm2).toBe(0.5);
    expect(run.lossDb!).toBeCloseTo(0.4466, 4);
    expect(wireRunFor({ legs: [{ name: 'far', mm: 90_000 }], slack: 0, loop: 0, ohms: 2, lossDb: 0.1 }).mm2).toBeNull();
  });
});

describe('a mark and a hole', () => {
  it('goes below an edge and in front of one, and stays under its ceiling', () => {
    expect(sayDatum({ from: 'armrest', up: -40, andFrom: 'hinge edge', back: -15 })).toBe(
      '40 mm below the armrest, 15 mm in front of the hinge edge. The other side: the same from its own edges.',
    );
    const ceiling = { name: 'glass line', up: 200 };
    // By hand: 200 − 120 − 142/2 = 9.
    expect(ceilingRoom({ up: 120, ceiling }, 142).mm).toBe(9);
    expect(sayDatum({ from: 'lower seam', up: 140, andFrom: 'hinge edge', back: 1, ceiling }, 142)).toContain(
      'comes 11 mm over the glass line: too high',
    );
  });

  it('keeps off edges and spot welds', () => {
    expect(holeRoom(25.4, 30, 40)).toEqual({ edge: 8.1, weld: 0 });
    expect(holeRoom(3, null, 5)).toEqual({ edge: null, weld: 6.5 });
    const hole = { mm: 3, nearest: { set: 'metric' as const, name: '3', mm: 3 }, errorMm: 0, step: null, stop: 4 };
    expect(sayHole({ ...hole, room: holeRoom(3, 4, 40) })).toEqual({
      standing: 'no',
      words: 'The hole is 3.5 mm too near the edge: mark another place.',
    });
  });

  it('goes through card, plywood and steel, and holds in the last that can', () => {
    const layers = [
      { material: 'card', mm: 3 },
      { material: 'plywood', mm: 12 },
      { material: 'steel', mm: 0.8 },
    ] as const;
    expect(screwThrough(4.2, layers)).toEqual({
      holes: [
        { ...layers[0], holds: false, hole: 4.7 },
        { ...layers[1], holds: false, hole: 4.7 },
        // ISO 1478: core of a 4.2 is 3.1 (from memory).
        { ...layers[2], holds: true, hole: 3.1 },
      ],
      length: 22,
    });
    expect(sayStack(screwThrough(4.2, layers)).words).toBe(
      '4.7 mm clear through the card, 4.7 mm clear through the plywood, 3.1 mm into the steel; the screw 22 mm long.',
    );
    expect(sayStack(screwThrough(4.2, [layers[0]]))).toMatchObject({ standing: 'no' });
    expect(screwThrough(4.2, layers.slice(0, 2))!.holes[1]).toMatchObject({ holds: true, hole: 2.9 });
  });
});
