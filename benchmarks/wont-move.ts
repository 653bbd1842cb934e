import { foldRun, graphOf, wontMove, type Suspect } from '../src/core/bay';
import { printTable } from './support/measure';
import { makeBay, makeSlip, SHARES, type Bay, type Slip, type SlipKind } from '../tests/support/slips';

const BAYS = 48;
const SLIPS = 1000;
const SEED = 20_261_126;
/** Causes that are looked at first. */
const FIRST = 3;
/** A place that is told this near is found, mm. */
const NEAR_MM = 60;

const isCause = (slip: Slip, suspect: Suspect): boolean => {
  if (slip.kind === 'motion') return suspect.cause === 'motion';
  if (slip.culprit !== null) return suspect.culprit === slip.culprit;
  const [x, y] = slip.at!;
  return (
    suspect.cause === 'other-variant' && !!suspect.at && Math.hypot(suspect.at[0] - x, suspect.at[1] - y) <= NEAR_MM
  );
};

/** Rank of the true cause, from 1; Infinity where it is not named. */
function rankOf({ document, plan }: Bay, slip: Slip, withTap: boolean): number {
  const suspects = wontMove(
    graphOf(plan),
    plan,
    foldRun(slip.events),
    { procedure: document.id, item: 'card' },
    withTap ? slip.tap : null,
  );
  const at = suspects.findIndex((suspect) => isCause(slip, suspect));
  return at < 0 ? Infinity : at + 1;
}

const share = (ranks: number[]) =>
  `${((100 * ranks.filter((rank) => rank <= FIRST).length) / ranks.length).toFixed(1)} %`;

/** How often the true cause of a stuck panel is among the first three, over simulated slips with fixed seeds; figures are printed, nothing is asserted. */
export async function main(): Promise<void> {
  const bays = Array.from({ length: BAYS }, (_, n) => makeBay(SEED + n));
  const ranks = new Map<SlipKind, { tap: number[]; blind: number[] }>();
  for (let n = 0; n < SLIPS; n += 1) {
    const bay = bays[n % BAYS];
    const slip = makeSlip(bay, SEED + 1000 + n);
    const of = ranks.get(slip.kind) ?? { tap: [], blind: [] };
    ranks.set(slip.kind, of);
    of.tap.push(rankOf(bay, slip, true));
    of.blind.push(rankOf(bay, slip, false));
  }
  const all = [...ranks.values()];
  const ofProcedure = [...ranks].filter(([kind]) => kind !== 'sister').map(([, of]) => of);
  const row = (title: string, of: typeof all) => {
    const [tap, blind] = [of.flatMap((one) => one.tap), of.flatMap((one) => one.blind)];
    return [title, tap.length, share(tap), share(blind)];
  };
  printTable(
    ['what held', 'slips', 'in the first three, with a tap', 'without'],
    [
      ...(Object.keys(SHARES) as SlipKind[]).map((kind) => {
        const { tap, blind } = ranks.get(kind)!;
        return [kind, tap.length, share(tap), share(blind)];
      }),
      row('all of this procedure', ofProcedure),
      row('all', all),
    ],
  );
}
