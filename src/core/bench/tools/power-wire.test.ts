import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FUSES, MAY_CARRY, powerWireFor } from './power-wire';
import { sayRun } from './say-car';
import { wireRunFor } from './wire-run';

describe('a run that carries power', () => {
  // ABYC E-11, table of allowable amperage of conductors, 105 °C, outside engine spaces (values from memory): 8 AWG 80 A, 6 AWG 120 A, 4 AWG 160 A.
  it.each([
    [40, 1, 50, 10, 'fuse'],
    [60, 1, 75, 8, 'fuse'],
    [90, 1, 125, 4, 'fuse'],
    // 40 A over 5 m: 2 · 5 m · 40 A / (58 · A) ≤ 0.5 V asks for 13.8 mm², which 4 AWG (21.2 mm²) is the first to have: 6 AWG has 13.3.
    [40, 5, 50, 4, 'drop'],
  ])('%d A over %d m: fuse of at least %d A, %d AWG, because of the %s', (amps, metres, fuse, awg, because) => {
    const wire = powerWireFor({ amps, metres, dropVolts: 0.5 });
    expect(wire).toMatchObject({ awg, because });
    expect(wire!.fuseAmps).toBeGreaterThanOrEqual(fuse);
  });

  it('always has a fuse that stands the load, and a wire that stands the fuse', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 300, noNaN: true }),
        fc.double({ min: 0.5, max: 8, noNaN: true }),
        (amps, metres) => {
          const wire = powerWireFor({ amps, metres, dropVolts: 0.5 });
          if (wire === null) return;
          expect(FUSES).toContain(wire.fuseAmps);
          expect(wire.fuseAmps * 0.8).toBeGreaterThanOrEqual(amps - 1e-6);
          expect(wire.mayCarryAmps).toBeGreaterThanOrEqual(wire.fuseAmps);
          expect(wire.dropVolts).toBeLessThanOrEqual(0.5 + 1e-6);
          const thinner = MAY_CARRY[MAY_CARRY.findIndex(([awg]) => awg === wire.awg) - 1];
          if (!thinner) return;
          const drop = wire.dropVolts * 92 ** ((2 * (thinner[0] - wire.awg)) / 39);
          expect(thinner[1] < wire.fuseAmps || drop > 0.5).toBe(true);
        },
      ),
    );
  });

  it('is never said to work without its fuse, its gauge and why', () => {
    const run = (amps: number) =>
      sayRun(
        wireRunFor({
          legs: [{ name: 'battery to boot', mm: 4000, boot: true }],
          slack: 0.1,
          loop: 200,
          ohms: 4,
          lossDb: 0.5,
          power: { amps, dropVolts: 0.5 },
        }),
      );
    expect(run(40)).toEqual({
      standing: 'sure',
      words:
        'Cut 4.6 m of 6 AWG (13.3 mm²): thinner would lose too much on the way. Fuse 50 A at the battery end, no more than 18 cm of wire from it; loses 0.48 V. Tape at 440 cm for the boot.',
    });
    expect(run(290)).toMatchObject({ standing: 'no' });
  });
});
