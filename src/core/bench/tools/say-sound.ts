import { listed } from '../../trade';
import type { CapacitorResult } from './capacitor';
import type { FactoryDriver, FactoryVerdict } from './level';
import type { Pad, SoldPad, SoldResistor } from './load';
import { SURE_ENOUGH, type PhaseFinding, type PolarityFinding } from './polarity';
import { plainNumber } from './say';
import type { Said } from './standing';

/** Whether the amplifier may drive it. */
export const sayLoad = ({ ohms, ok, needs }: { ohms: number; ok: boolean; needs: number }): Said =>
  ok
    ? { standing: 'sure', words: `The amplifier sees ${plainNumber(ohms, 2)} Ω: it may drive that.` }
    : {
        standing: 'no',
        words: `The amplifier sees ${plainNumber(ohms, 2)} Ω and must not see less than ${plainNumber(needs, 2)} Ω: join fewer, or in series.`,
      };

const resistorWords = ({ ohms, watts }: SoldResistor) => `${plainNumber(ohms, 2)} Ω ${watts} W`;

/** Which resistors make the level. */
export function sayPad({ seriesOhms, shuntOhms, powerRatio, sold }: Pad & { sold?: SoldPad | null }): Said {
  if (seriesOhms === null) return { standing: 'no', words: 'A pad only attenuates: turn the others down instead.' };
  if (shuntOhms === null) return { standing: 'sure', words: 'No pad is needed.' };
  if (sold?.series && sold.shunt)
    return {
      standing: 'sure',
      words: `Take ${resistorWords(sold.series)} in series, ${resistorWords(sold.shunt)} across the driver: ${plainNumber(sold.db)} dB, and the amplifier sees ${plainNumber(sold.loadOhms, 1)} Ω. Mount them where they may get hot.`,
    };
  return {
    standing: 'sure',
    words: `${plainNumber(seriesOhms, 2)} Ω in series, ${plainNumber(shuntOhms, 2)} Ω across the driver: ${plainNumber(powerRatio * 100, 0)} % of the power reaches it.`,
  };
}

/** Which capacitor to buy. */
export const sayCapacitor = ({ nearestFarads, actualHertz }: CapacitorResult): Said => ({
  standing: 'sure',
  words: `Take ${plainNumber(nearestFarads * 1e6, 2)} µF: the corner comes to ${plainNumber(actualHertz, 0)} Hz.`,
});

/** How much louder one is than the other, and which setting evens that out. */
export function sayLevel(db: number): Said {
  const off = Math.abs(db);
  if (off < 0.5) return { standing: 'sure', words: 'Even: nobody hears the difference.' };
  const which = db > 0 ? 'first' : 'second';
  const words = `The ${which} is ${plainNumber(off)} dB louder`;
  return off <= 3
    ? { standing: 'sure', words: `${words}: the crossover’s level can even that out.` }
    : { standing: 'exact', words: `${words}: a pad of −${plainNumber(off)} dB, or the amplifier’s gain.` };
}

const FACTORY: Record<FactoryVerdict, string> = { same: 'as it was', 'too-low': 'too few ohms', quieter: 'quieter' };
/** What new drivers are to a factory amplifier. */
export function sayFactory(drivers: (FactoryDriver & { verdict: FactoryVerdict; db: number })[]): Said {
  const low = drivers.filter(({ verdict }) => verdict === 'too-low');
  const told = drivers.map(({ name, verdict, db }) =>
    verdict === 'quieter' ? `${name} ${plainNumber(-db)} dB quieter` : `${name} ${FACTORY[verdict]}`,
  );
  return {
    standing: low.length ? 'no' : drivers.some(({ verdict }) => verdict === 'quieter') ? 'exact' : 'sure',
    words: `${told.join('; ')}.${low.length ? ' Its channel would be overloaded.' : ''}`.replace(/^./, (one) =>
      one.toUpperCase(),
    ),
  };
}

/** How far off its axis a tweeter is heard, and what that costs. */
export const sayAim = ({ degrees, lossDb }: { degrees: number; lossDb: number }): Said => ({
  standing: lossDb <= 3 ? 'sure' : 'exact',
  words: `${plainNumber(degrees, 0)}° off its axis: about ${plainNumber(lossDb)} dB of treble lost${lossDb > 3 ? '. Turn it towards the ears' : ''}.`,
});

/** Which wire is plus, how surely, and what to do next. */
export function sayPolarity(
  { plus, sure, contradicted, hasCapacitor }: PolarityFinding,
  names: { first: string; second: string } = { first: 'first wire', second: 'second wire' },
): Said {
  if (hasCapacitor) return { standing: 'no', words: 'Nothing shows: a capacitor is before it. Make the phase check.' };
  if (!plus) return { standing: 'no', words: 'Not known yet: make a test.' };
  // No test of a wire is ever certain.
  const words = `The ${names[plus]} is plus, ${Math.min(99, Math.round(sure * 100))} % sure`;
  if (contradicted)
    return { standing: 'exact', words: `${words}, but the tests contradict each other: make the cell test again.` };
  return sure >= SURE_ENOUGH
    ? { standing: 'sure', words: `${words}.` }
    : { standing: 'exact', words: `${words}: confirm it with the cell or a phase check.` };
}

/** Which speakers move against the others. */
export function sayPhase({ groups, contradiction }: PhaseFinding): Said {
  if (contradiction)
    return {
      standing: 'no',
      words: `${contradiction.a} and ${contradiction.b} cannot be ${contradiction.inPhase ? 'in' : 'out of'} phase with what was heard before: check both doors again.`,
    };
  const [first] = groups;
  if (!first) return { standing: 'no', words: 'Nothing was compared yet.' };
  const against = groups.flatMap((group) => group.against);
  if (against.length) return { standing: 'no', words: `Out of phase: ${listed(against)}. Swap its two wires.` };
  return groups.length > 1
    ? { standing: 'exact', words: 'In phase as far as they were compared: compare the groups with each other.' }
    : { standing: 'sure', words: `All ${first.together.length} in phase.` };
}
