import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readProcedureText } from '../src/contracts/schemas';
import { BASE_CATALOGUE } from '../src/core/trade';
import { type BreakRecord, fitBetween, pacesOf, sparesFor, type TimedRun } from '../src/core/shop';
import { makePlan, wholeGoals } from '../src/core/telling';
import type { Fastener, ProcedureDocument } from '../src/core/document';
import { type BayFinding, proposalsFor, withProposals } from '../src/core/bay';
import { HiddenTruth } from './support/hidden-truth';
import { printTable } from './support/measure';
import { seeded } from './support/seeded';

const [SHOPS, JOBS, PEOPLE] = [20, 200, 4];
/** From so many jobs of a procedure on its promises are judged; a lead looks at findings after every so many jobs. */
const [KNOWN_FROM, REVIEW_EVERY] = [30, 5];
const SPARE_LEVEL = 0.9;
const DOORS = ['kite-rear-door', 'drover-front-door-crew', 'carry-front-door', 'lumen-front-door', 'calder-rear-door'];

/** What one shop's 200 jobs came to. */
interface Tally {
  promised: number;
  held: number;
  first: { jobs: number; missed: number };
  since: { jobs: number; missed: number };
  short: { jobs: number; short: number };
  laterShort: { jobs: number; short: number };
}

/** Twenty made-up shops of 200 jobs each, with a truth that is hidden from what learns: whether promises, spares and findings do what they say. */
export async function main(): Promise<void> {
  const tallies = Array.from({ length: SHOPS }, (_, n) => workedShop(seeded(1000 + n)));
  const sum = (pick: (one: Tally) => number) => tallies.reduce((all, one) => all + pick(one), 0);
  const percent = (part: number, of: number) => `${((100 * part) / Math.max(1, of)).toFixed(1)} %`;
  const [promised, held] = [sum((one) => one.promised), sum((one) => one.held)];
  const before = sum((one) => one.first.missed) / sum((one) => one.first.jobs);
  const since = sum((one) => one.since.missed) / sum((one) => one.since.jobs);
  process.stdout.write(
    `${SHOPS} shops of ${JOBS} jobs, ${PEOPLE} people, ${DOORS.length} doors; the truth is hidden\n`,
  );
  printTable(
    ['what', 'measured', 'should be', 'of'],
    [
      [`safe times held, from ${KNOWN_FROM} jobs of a door on`, percent(held, promised), '80 % ± 3', promised],
      ['fasteners missed on a job, before findings were taken in', before.toFixed(2), '', sum((one) => one.first.jobs)],
      ['fasteners missed on a job, since', since.toFixed(2), '', sum((one) => one.since.jobs)],
      ['down by', percent(before - since, before), '80 % or more', ''],
      [
        'jobs short of spares, all',
        percent(
          sum((one) => one.short.short),
          sum((one) => one.short.jobs),
        ),
        '10 % or less, + 2',
        sum((one) => one.short.jobs),
      ],
      [
        `jobs short of spares, from ${KNOWN_FROM} on`,
        percent(
          sum((one) => one.laterShort.short),
          sum((one) => one.laterShort.jobs),
        ),
        '10 % or less, + 2',
        sum((one) => one.laterShort.jobs),
      ],
    ],
  );
  const spread = tallies.map(({ held: kept, promised: all }) => kept / Math.max(1, all)).sort((a, b) => a - b);
  process.stdout.write(`held in single shops: ${spread.map((one) => Math.round(100 * one)).join(' ')} %\n`);
}

function workedShop(random: () => number): Tally {
  const truth = new HiddenTruth(random, { works: DOORS.length, people: PEOPLE });
  const doors = DOORS.map((name) => new Door(name, random));
  const runs: TimedRun[] = [];
  const broke: BreakRecord[][] = DOORS.map(() => []);
  const tally: Tally = {
    promised: 0,
    held: 0,
    first: { jobs: 0, missed: 0 },
    since: { jobs: 0, missed: 0 },
    short: { jobs: 0, short: 0 },
    laterShort: { jobs: 0, short: 0 },
  };
  const prior = BASE_CATALOGUE.fasteners.get('push-clip')!.breakPrior;
  for (let job = 1; job <= JOBS; job += 1) {
    const [work, person] = [Math.floor(random() * DOORS.length), Math.floor(random() * PEOPLE)];
    const before = broke[work].length;
    const safe = pacesOf(runs).procedures[DOORS[work]]?.safe ?? null;
    const ratio = truth.time(work, person);
    if (before >= KNOWN_FROM && safe !== null) {
      tally.promised += 1;
      if (ratio <= safe) tally.held += 1;
    }
    runs.push({ procedure: DOORS[work], person: String(person), ratio });

    const { clips } = doors[work];
    const kind = fitBetween(broke.flat(), prior, 'kind');
    const spares = sparesFor(clips, fitBetween(broke[work], kind, 'procedure'), SPARE_LEVEL);
    const broken = truth.broken(work, clips);
    for (const count of before >= KNOWN_FROM ? [tally.short, tally.laterShort] : [tally.short]) {
      count.jobs += 1;
      if (broken > spares) count.short += 1;
    }
    broke[work].push({ out: clips, broken });

    const missed = doors[work].work(job, truth);
    const phase = doors[work].isReviewed ? tally.since : tally.first;
    phase.jobs += 1;
    phase.missed += missed;
    if (job % REVIEW_EVERY === 0) for (const door of doors) door.review();
  }
  return tally;
}

/** A door as it really is and as the shop has recorded it: some of what holds it is missing there, until findings are taken in. */
class Door {
  readonly clips: number;
  private readonly unknown: Fastener[];
  private recorded: ProcedureDocument;
  private planned: Set<string>;
  private findings: BayFinding[] = [];
  isReviewed = false;

  constructor(name: string, random: () => number) {
    const read = readProcedureText(readFileSync(join(import.meta.dirname, `../demo/procedures/${name}.json`), 'utf8'));
    if (!read.ok) throw new Error(`${name} cannot be read.`);
    const { document } = read;
    this.clips = document.fasteners
      .filter(({ kind }) => kind === 'push-clip')
      .reduce((sum, { count }) => sum + (count ?? 1), 0);
    const hidden = document.fasteners.filter(({ kind, holds }) => typeof holds === 'string' && kind === 'screw');
    const [first] = hidden.splice(Math.floor(random() * hidden.length), 1);
    this.unknown = [first, ...hidden.splice(Math.floor(random() * hidden.length), 1)].filter(Boolean);
    const gone = new Set(this.unknown.map(({ id }) => id));
    this.recorded = {
      ...document,
      fasteners: document.fasteners.filter(({ id }) => !gone.has(id)),
      before: (document.before ?? []).filter(
        ({ first: a, then: b }) => ![a, b].some((id) => gone.has(id.split(':')[0])),
      ),
      recordedOrder: (document.recordedOrder ?? []).filter((id) => !gone.has(id)),
    };
    this.planned = this.plan();
  }

  /** What the plan of the recorded door takes out, as what a finding would call it. */
  private plan(): Set<string> {
    for (const goals of wholeGoals(this.recorded)) {
      const result = makePlan({ documents: [this.recorded], goals, options: {} });
      if (!result.ok) continue;
      const out = new Set(result.plan.removal.flatMap(({ type, item }) => (type === 'release' ? [item] : [])));
      return new Set(this.recorded.fasteners.filter(({ id }) => out.has(id)).map(likeOf));
    }
    throw new Error(`${this.recorded.id} cannot be planned.`);
  }

  /** One job: how many fasteners were missed. What was missed is reported. */
  work(job: number, truth: HiddenTruth): number {
    const missed = this.unknown.filter((fastener) => truth.misses(this.planned.has(likeOf(fastener))));
    for (const { id, holds, kind, drive, count } of missed)
      this.findings.push({
        id: `${job}-${id}`,
        person: 'somebody',
        job,
        at: new Date(0).toISOString(),
        item: null,
        text: '',
        extra: { holds: holds as string, kind, count: count ?? 1, ...(drive ? { drive } : {}) } as BayFinding['extra'],
      });
    return missed.length;
  }

  /** A lead takes in what is open. */
  review(): void {
    const open = proposalsFor(this.recorded, this.findings).filter(
      ({ standing, changes }) => standing === 'open' && changes.length > 0,
    );
    const news = open.filter(({ findings: [{ extra }] }) => extra && !this.planned.has(likeOf(extra)));
    this.findings = [];
    if (news.length === 0) return;
    this.recorded = withProposals(this.recorded, news);
    this.planned = this.plan();
    this.isReviewed = true;
  }
}

const likeOf = ({ holds, kind, drive, count }: Pick<Fastener, 'holds' | 'kind' | 'drive' | 'count'>): string =>
  `${String(holds)} ${kind} ${drive ?? ''} ${count ?? 1}`;
