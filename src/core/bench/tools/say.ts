import { capital } from '../../trade';
import type { DepthInput, DepthResult } from './depth';
import type { Drill } from './drill';
import type { Fitment, Obstacle } from './fitment';
import type { RingFailure, RingResult } from './ring';
import type { Said } from './standing';

/** A number without more places than it is worth: "4.3", "12". */
export const plainNumber = (value: number, places = 1): string =>
  Number.isFinite(value) ? String(Number(value.toFixed(places))) : '–';
/** A length in words. */
export const mm = (value: number) => `${plainNumber(value)} mm`;

/** What to put under a speaker, or what would have to be different. */
export function sayDepth(input: DepthInput, { window, sure, stack, fits, shortBy }: DepthResult): Said {
  const [least, most] = window;
  if (!fits) {
    const shallower = input.depth - shortBy;
    const room = shallower > 0 ? `a shallower speaker (up to ${mm(shallower)} deep) or ` : '';
    return {
      standing: 'no',
      words: `Does not fit: behind needs at least ${mm(least)}, in front allows at most ${mm(most)}. ${capital(room)}${room ? 'a' : 'A'} grille ${mm(shortBy)} further out would do.`,
    };
  }
  const isSafe = sure[0] <= sure[1];
  if (!stack) {
    const [from, to] = isSafe ? sure : [least, most];
    const between = from === 0 ? `up to ${mm(to)}` : `${mm(from)} to ${mm(to)}`;
    return { standing: 'exact', words: `Make a spacer of ${between}: no stack of the sheets at hand does it.` };
  }
  const thick = stack.reduce((sum, one) => sum + one, 0);
  const sheets = `${stack.map(mm).join(' + ')}${stack.length > 1 ? ` = ${mm(thick)}` : ''}`;
  const take = stack.length === 0 ? 'Screw it straight on; no spacer is needed' : `Take ${sheets}`;
  if (!isSafe || thick < sure[0] - 1e-9 || thick > sure[1] + 1e-9)
    return { standing: 'exact', words: `${take}. Only if every reading is exact: measure again.` };
  return {
    standing: 'sure',
    words: `${take}. It holds with every reading ${mm(input.tolerance + input.speakerTolerance)} off.`,
  };
}

const FAILURES: Record<RingFailure['what'], (by: string) => string> = {
  holes: (by) => `two holes come ${by} too near each other`,
  'factory-outer-edge': (by) => `the factory holes come ${by} too near the rim`,
  'factory-inner-edge': (by) => `the factory holes come ${by} too near the opening`,
  'speaker-outer-edge': (by) => `the speaker’s holes come ${by} too near the rim`,
  'speaker-inner-edge': (by) => `the speaker’s holes come ${by} too near the opening`,
  bore: (by) => `the speaker’s cut-out is ${by} wider than the hole in the door`,
  basket: (by) => `the basket is ${by} wider than the ring`,
};

/** How far to turn the speaker on its ring, or which constraint fails and by how much. */
export function sayRing({ fits, turn, leastLigament, fails, isHanging }: RingResult): Said {
  const hard = fails.filter(({ what }) => what !== 'basket');
  if (!fits)
    return { standing: 'no', words: `${capital(hard.map(({ what, byMm }) => FAILURES[what](mm(byMm))).join('; '))}.` };
  const rebate = fails.length ? ' The basket is wider than the ring: chamfer or rebate its edge.' : '';
  const turned = turn === 0 ? 'Leave the speaker as it is' : `Turn the speaker’s holes by ${plainNumber(turn)}°`;
  return {
    standing: 'sure',
    words: `${turned}: at least ${mm(leastLigament)} of material stays everywhere.${rebate}${isHanging ? ' Its screws hang in the door’s opening and hold in the ring alone: no longer than the ring is thick.' : ''}`,
  };
}

/** A drill as it is asked for: "3.2 mm", "1/8 in", "#30". */
export const drillName = ({ set, name }: Drill): string =>
  set === 'metric' ? `${name} mm` : set === 'fraction' ? `${name} in` : name;

/** Which drill to take, and what it is off. */
export function sayDrill({ nearest, errorMm }: { nearest: Drill; errorMm: number }): Said {
  const off =
    Math.abs(errorMm) < 0.005
      ? 'exactly'
      : `${plainNumber(Math.abs(errorMm), 2)} mm ${errorMm > 0 ? 'wider' : 'narrower'}`;
  return {
    standing: Math.abs(errorMm) <= 0.1 ? 'sure' : 'exact',
    words: `Take the ${drillName(nearest)} drill (${plainNumber(nearest.mm, 3)} mm): ${off === 'exactly' ? 'that is it exactly' : off}.`,
  };
}

const MEASURES: Record<string, string> = { toGlass: 'to the glass', grilleGap: 'to the grille', bore: 'the opening' };

export const obstacleWords = (one: Obstacle): string => {
  if (one.what === 'measure') return `measure ${MEASURES[one.field] ?? one.field}`;
  if (one.what === 'depth') return `too deep by ${mm(one.byMm)}`;
  if (one.what === 'ring-too-thick') return `no room for a ring: ${mm(one.byMm)} too little in front`;
  if (one.what === 'frame') return `its frame is ${mm(one.byMm)} too narrow to cover the opening`;
  if (one.what === 'bore') return `the opening is ${mm(one.byMm)} too small`;
  return FAILURES[one.what](mm(one.byMm));
};

/** How a speaker goes into a place, or why it does not. */
export function sayFitment({ verdict, standing, stack, thickness, marginMm, ring, obstacles, loadOk }: Fitment): Said {
  if (verdict === 'never' || verdict === 'unmeasured')
    return { standing: 'no', words: `${capital(obstacles.map(obstacleWords).join('; '))}.` };
  const sheets = stack.map(mm).join(' + ');
  const how =
    verdict === 'as-is'
      ? 'Screw it straight in'
      : verdict === 'spacer'
        ? `On ${sheets}`
        : `On a ring of ${mm(thickness)}${stack.length > 1 ? ` (${sheets})` : ''}, ${mm(ring!.outside)} over all${ring!.turn ? `, its holes turned by ${plainNumber(ring!.turn)}°` : ''}`;
  const sure =
    standing === 'exact'
      ? ' Only if every reading is exact.'
      : Number.isFinite(marginMm)
        ? ` ${mm(marginMm)} to spare.`
        : '';
  return { standing, words: `${how}.${sure}${loadOk ? '' : ' Too few ohms for the amplifier.'}` };
}
