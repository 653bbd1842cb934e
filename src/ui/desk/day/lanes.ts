import type { DayJobView, DayView } from '@/contracts/views';

/** What a line of the day stands for: a person, or a bay. */
export type LaneBy = 'person' | 'bay';
export interface Lane {
  /** Null: placed, but with nobody or in no bay. */
  id: string | null;
  name: string;
  under: string;
}
/** A job on a line, as shares 0…1 of the hours that are shown. `row`: below others that overlap it. */
export interface Block {
  job: DayJobView;
  from: number;
  likely: number;
  safe: number;
  due: number | null;
  row: number;
  startsBefore: boolean;
  goesOn: boolean;
}

/** Room that a job's words take, however short it is. */
export const LEAST = 0.16;

/** The lines of the day; one for what has nobody or no bay only where there is such a job. */
export function lanesOf({ people, bays, jobs }: DayView, by: LaneBy): Lane[] {
  const lanes: Lane[] =
    by === 'person'
      ? people.map(({ id, name, role, isHere }) => ({ id, name, under: isHere ? role : 'no longer here' }))
      : baysOf(bays, jobs).map((bay) => ({ id: bay, name: bay, under: bays.includes(bay) ? '' : 'no longer a bay' }));
  const hasNone = jobs.some(({ place }) => place && place[by] === null);
  return hasNone ? [...lanes, { id: null, name: by === 'person' ? 'Nobody yet' : 'No bay yet', under: '' }] : lanes;
}

/** The shop's bays, and those that jobs still stand in though the shop has them no more. */
const baysOf = (bays: readonly string[], jobs: readonly DayJobView[]) => [
  ...new Set([...bays, ...jobs.flatMap(({ place }) => place?.bay ?? [])]),
];

/** The jobs of one line on the hours of the day, those that overlap one below another. */
export function blocksOf({ jobs, opens, closes }: DayView, by: LaneBy, lane: string | null): Block[] {
  if (!opens || !closes) return [];
  const [first, last] = [Date.parse(opens), Date.parse(closes)];
  const share = (at: string) => (Date.parse(at) - first) / (last - first);
  const blocks = jobs
    .filter(
      ({ place, from, safeEnd }) => place?.[by] === lane && from && safeEnd && share(from) < 1 && share(safeEnd) > 0,
    )
    .map((job): Block => {
      const due = job.dueAt === null ? null : share(job.dueAt);
      return {
        job,
        from: Math.max(0, share(job.from!)),
        likely: Math.min(1, Math.max(0, share(job.likelyEnd!))),
        safe: Math.min(1, share(job.safeEnd!)),
        due: due !== null && due >= 0 && due <= 1 ? due : null,
        row: 0,
        startsBefore: share(job.from!) < 0,
        goesOn: share(job.likelyEnd!) > 1,
      };
    })
    .sort((a, b) => a.from - b.from || a.job.number - b.job.number);
  const ends: number[] = [];
  for (const block of blocks) {
    const row = ends.findIndex((end) => end <= block.from);
    block.row = row < 0 ? ends.length : row;
    ends[block.row] = Math.max(block.likely, block.from + LEAST);
  }
  return blocks;
}

/** A quarter of an hour: what a job is moved by. */
export const STEP_MS = 900_000;

/** The moment at a share of the hours that are shown, to the quarter of an hour, no later than the last of them. */
export function momentAt({ opens, closes }: DayView, share: number): string {
  const [first, last] = [Date.parse(opens!), Date.parse(closes!)];
  const at = first + Math.round((share * (last - first)) / STEP_MS) * STEP_MS;
  return new Date(Math.min(last - STEP_MS, Math.max(first, at))).toISOString();
}
