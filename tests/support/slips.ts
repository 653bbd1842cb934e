import { indexItems, type Fastener, type Link, type Part, type Point, type ProcedureDocument } from '@/core/document';
import { BASE_CATALOGUE } from '@/core/trade';
import { makePlan, runPlanOf, type RunPlan } from '@/core/telling';
import { elsewhereFor, type RunEvent, type RunFact } from '@/core/bay';
import { buildGraph } from '@/core/planning';
import { seeded } from '../../benchmarks/support/seeded';

/*
 * Slips as they happen in a bay, for measuring where "It won't move" looks: doors and dashes with what holds their panel, and a technician who believes that everything is out. Nothing
 * here knows how suspects are ranked. Shares of the kinds and what makes a piece easy to miss are common practice, no source.
 */

/** What a slip was. */
export type SlipKind = 'counted' | 'sister' | 'ticked' | 'motion';

export const SHARES: Record<SlipKind, number> = { counted: 0.55, sister: 0.15, ticked: 0.2, motion: 0.1 };

/** A panel that will not move, with what really holds it. */
export interface Slip {
  kind: SlipKind;
  /** The item that holds, "procedure/item"; null where the procedure has none. */
  culprit: string | null;
  /** Where it holds. */
  at: Point | null;
  /** Where the technician feels it. */
  tap: Point;
  events: RunEvent[];
}

/** A procedure with its sister's surplus and the plan of its panel. */
export interface Bay {
  document: ProcedureDocument;
  plan: RunPlan;
  surplus: Fastener[];
}

type Random = () => number;
const between = (random: Random, low: number, high: number) => low + random() * (high - low);
const whole = (random: Random, low: number, high: number) => Math.floor(between(random, low, high + 1));
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)];
/** A normal deviate by Box and Muller's transform (Ann. Math. Stat. 29, 1958). */
const normal = (random: Random) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

function pickWeighted<T>(random: Random, list: readonly T[], weightOf: (one: T) => number): T {
  let left = random() * list.reduce((sum, one) => sum + weightOf(one), 0);
  for (const one of list) {
    left -= weightOf(one);
    if (left <= 0) return one;
  }
  return list[list.length - 1];
}

const SIZES = [
  [980, 640],
  [900, 560],
  [860, 600],
  [1250, 420],
] as const;

/** A made procedure of one panel under a few covers, with at least ten things that may hold it. */
export function makeBay(seed: number): Bay {
  const random = seeded(seed);
  const [width, height] = pick(random, SIZES);
  const anywhere = (): Point => [between(random, 60, width - 60), between(random, 60, height - 60)];
  const rim = (share: number): Point => {
    const along = share * 2 * (width + height);
    if (along < width) return [along, 20];
    if (along < width + height) return [width - 20, along - width];
    if (along < 2 * width + height) return [2 * width + height - along, height - 20];
    return [20, 2 * (width + height) - along];
  };
  const covers: Part[] = Array.from({ length: whole(random, 2, 4) }, (_, n) => {
    const [x, y] = anywhere();
    return {
      id: `cover-${n}`,
      name: `Cover ${n + 1}`,
      kind: 'cover',
      motions: ['pry-front', 'pull'],
      shape: [
        [x - 40, y - 25],
        [x + 40, y - 25],
        [x + 40, y + 25],
        [x - 40, y + 25],
      ],
    };
  });
  const card: Part = {
    id: 'card',
    name: 'Card',
    kind: 'panel',
    motions: ['pull-bottom', 'pull', 'lift'],
    shape: [
      [10, 10],
      [width - 10, 10],
      [width - 10, height - 10],
      [10, height - 10],
    ],
  };
  const fasteners: Fastener[] = covers.map(({ id }) => ({ id: `tab-${id}`, holds: id, kind: 'tab', count: 2 }));
  const clips = whole(random, 6, 12);
  const start = random();
  fasteners.push({
    id: 'clips',
    holds: 'card',
    kind: 'push-clip',
    count: clips,
    at: Array.from({ length: clips }, (_, n) => rim((start + n / clips) % 1)),
    staysOn: 'card',
    difficulty: whole(random, 1, 4),
  });
  fasteners.push({
    id: 'hooks',
    holds: 'card',
    kind: 'hook',
    count: 3,
    at: [0.25, 0.5, 0.75].map((share): Point => [share * width, height - 12]),
  });
  fasteners.push({ id: 'pin', holds: 'card', kind: 'push-pin', count: 1, at: [rim(random())] });
  const drives = ['T20', 'T25', 'hex 7 mm', 'PH2', 'hex 10 mm'];
  for (let n = whole(random, 3, 5); n > 0; n -= 1) {
    const count = whole(random, 1, 3);
    const cover = random() < 0.65 ? pick(random, covers) : null;
    const [x, y] = cover ? [cover.shape![0][0] + 40, cover.shape![0][1] + 25] : anywhere();
    fasteners.push({
      id: `screw-${n}`,
      holds: 'card',
      kind: 'screw',
      drive: drives[n - 1],
      count,
      at: Array.from({ length: count }, (_, piece): Point => [x + (piece - (count - 1) / 2) * 45, y]),
      ...(cover ? { behind: [cover.id] } : {}),
      ...(random() < 0.35 ? { recess: whole(random, 30, 90) } : {}),
      ...(random() < 0.4 ? { difficulty: whole(random, 2, 5) } : {}),
    });
  }
  const kinds = ['connector', 'cable', 'lamp', 'connector'];
  const links: Link[] = Array.from({ length: whole(random, 2, 4) }, (_, n) => ({
    id: `link-${n}`,
    name: `Link ${n + 1}`,
    joins: ['card', 'body'],
    kind: kinds[n],
    at: [anywhere()],
  }));
  const document: ProcedureDocument = {
    format: 'pezzo-procedure/1',
    id: `made-${seed}`,
    title: `Made ${seed}`,
    applies: [{ make: 'Velden', model: 'Kite' }],
    zone: 'front-door',
    side: 'left',
    map: { width, height, outline: 'front-door' },
    parts: [...covers, card],
    fasteners,
    links,
  };
  const surplus: Fastener[] = Array.from({ length: whole(random, 1, 2) }, (_, n) => ({
    id: `surplus-${n}`,
    holds: 'card',
    kind: n ? 'screw' : 'screw-clip',
    drive: n ? 'T30' : 'PH2',
    count: 1,
    at: [anywhere()],
  }));
  const sister = { ...document, id: `sister-${seed}`, title: `Sister ${seed}`, fasteners: [...fasteners, ...surplus] };
  const planned = makePlan({ documents: [document], goals: ['card'], options: {} });
  if (!planned.ok) throw new Error(planned.problems[0].message);
  const plan = runPlanOf(planned.plan, { documents: [document], options: {}, goals: ['card'], newParts: [] });
  const related = { document: sister, index: indexItems(sister), catalogue: BASE_CATALOGUE };
  return { document, surplus, plan: { ...plan, elsewhere: elsewhereFor(document, [related], indexItems(document)) } };
}

/** How easily a piece of an entry is missed: more pieces, out of sight, deep, tough. */
const missable = ({ count = 1, behind, recess, difficulty = 1 }: Fastener) =>
  count * (behind?.length ? 2 : 1) * (recess ? 1.5 : 1) * (0.7 + 0.3 * difficulty);

/** One slip: what really holds, the events of a technician who believes that everything is out, and where it is felt. */
export function makeSlip(bay: Bay, seed: number): Slip {
  const random = seeded(seed);
  const kind = pickWeighted(random, Object.keys(SHARES) as SlipKind[], (one) => SHARES[one]);
  const { id, fasteners, links, parts } = bay.document;
  const own = fasteners.filter(({ holds }) => holds === 'card');
  const around = (at: Point): Point => {
    const [far, angle] = [60 * Math.sqrt(random()), 2 * Math.PI * random()];
    return [at[0] + far * Math.cos(angle), at[1] + far * Math.sin(angle)];
  };
  const tell = (slipped: string | null, share: number) => eventsOf(bay, random, slipped, share);
  if (kind === 'counted') {
    const entry = pickWeighted(random, own, missable);
    const count = entry.count ?? 1;
    const at = pick(random, entry.at!);
    return {
      kind,
      culprit: `${id}/${entry.id}`,
      at,
      tap: around(at),
      events: tell(`release:${id}/${entry.id}`, (count - 1) / count),
    };
  }
  if (kind === 'ticked') {
    const link = pick(random, links);
    const [at] = link.at!;
    return {
      kind,
      culprit: `${id}/${link.id}`,
      at,
      tap: around(at),
      events: tell(`undo:${id}/${link.id}`, between(random, 0.1, 0.6)),
    };
  }
  if (kind === 'sister') {
    const [at] = pick(random, bay.surplus).at!;
    return { kind, culprit: null, at, tap: around(at), events: tell(null, 1) };
  }
  const { shape } = parts.find((part) => part.id === 'card')!;
  const side = whole(random, 0, 3);
  const [from, to] = [shape![side], shape![(side + 1) % 4]];
  const along = random();
  const tap: Point = [from[0] + along * (to[0] - from[0]), from[1] + along * (to[1] - from[1])];
  return { kind, culprit: null, at: null, tap, events: tell(null, 1) };
}

/** Seconds in which a finger can tap a step off at least. */
const A_TAP = 1.2;

/** Everything counted and ticked, one entry after another, each in about its usual time; a slip takes only its share of it, and a little hurry. */
function eventsOf({ document }: Bay, random: Random, slipped: string | null, share: number): RunEvent[] {
  const graph = buildGraph([document], { options: {} });
  const order = graph.nodes.filter(({ action }) => action?.procedure && !/^(free|takeOff):.*\/card$/.test(action.key));
  const pace = between(random, 0.7, 1.6);
  let seconds = 0;
  const facts: { fact: RunFact; at: number }[] = [{ fact: { type: 'started' }, at: 0 }];
  for (const { key, action } of order) {
    const usual = (action!.ms / 1000) * pace * Math.exp(0.35 * normal(random));
    seconds += Math.max(A_TAP, key === slipped ? usual * share * 0.9 : usual);
    facts.push({ fact: { type: 'done', action: key }, at: seconds });
  }
  return facts.map(({ fact, at }, n) => ({
    id: `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`,
    lamport: n + 1,
    device: 'tablet-a',
    seq: n + 1,
    person: 'bea',
    at: new Date(Date.UTC(2026, 2, 2, 9) + at * 1000).toISOString(),
    ...fact,
  }));
}
