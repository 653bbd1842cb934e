/** A job as it stands on the day: who is to do it where and when. Seconds of working time from now. */
export interface PlacedJob {
  job: number;
  /** Null where nobody is set. */
  person: string | null;
  bay: string | null;
  start: number;
  likelySeconds: number;
  safeSeconds: number;
  /** Under way already. */
  isBegun: boolean;
  due: number | null;
  /** When its part comes; null where it waits for none, or has it. */
  partsAt: number | null;
  tools: readonly string[];
  hasSrs: boolean;
  /** Orange cables: only this person; null where nobody was named yet. */
  trainedPerson: string | null;
  isHighVoltage: boolean;
}

/** Somebody of the shop. */
export interface Hand {
  id: string;
  role: 'trainee' | 'technician' | 'lead' | 'owner';
  isHere: boolean;
}

/** What cannot be right about the day. */
export type DayConflict =
  | { code: 'person-twice'; jobs: [number, number]; person: string }
  | { code: 'bay-twice'; jobs: [number, number]; bay: string }
  | { code: 'tool-short'; jobs: number[]; tool: string; pieces: number }
  | { code: 'part-later'; jobs: [number] }
  | { code: 'srs-trainee'; jobs: [number]; person: string }
  | { code: 'not-trained'; jobs: [number]; person: string | null }
  | { code: 'not-here'; jobs: [number]; person: string }
  | { code: 'late' | 'tight'; jobs: [number]; bySeconds: number };

/** When a job begins and ends as the day goes: what comes before it in the same hands may push it on. */
export interface Projection {
  job: number;
  start: number;
  likelyEnd: number;
  safeEnd: number;
}

/**
 * Where everything will end if each works down their own jobs in turn: the likely ends by likely times, the safe ends by safe ones. What is begun comes
 * first; nothing begins before its start, or before its part is there.
 */
export function projectDay(placed: readonly PlacedJob[]): Projection[] {
  const free = new Map<string, { likely: number; safe: number }>();
  const order = [...placed].sort((a, b) => Number(b.isBegun) - Number(a.isBegun) || a.start - b.start || a.job - b.job);
  return order.map((one) => {
    const before = (one.person !== null && free.get(one.person)) || { likely: 0, safe: 0 };
    const earliest = one.isBegun ? 0 : Math.max(0, one.start, one.partsAt ?? 0);
    const start = Math.max(earliest, before.likely);
    const likelyEnd = start + one.likelySeconds;
    const safeEnd = Math.max(earliest, before.safe) + one.safeSeconds;
    if (one.person !== null) free.set(one.person, { likely: likelyEnd, safe: safeEnd });
    return { job: one.job, start, likelyEnd, safeEnd };
  });
}

/** Everything that cannot be right about the day, each with the jobs it is about; promises last. `pieces`: how many the shop has of each tool it keeps a list of. */
export function conflictsOf(
  jobs: readonly PlacedJob[],
  hands: readonly Hand[],
  pieces: ReadonlyMap<string, number>,
): DayConflict[] {
  const placed = [...jobs].sort((a, b) => a.job - b.job);
  const who = new Map(hands.map((hand) => [hand.id, hand]));
  const own = placed.flatMap((one) => aboutOne(one, one.person === null ? undefined : who.get(one.person)));
  const pairs = placed.flatMap((a, at) =>
    placed.slice(at + 1).flatMap((b): DayConflict[] => {
      if (!overlap(a, b)) return [];
      const jobs: [number, number] = [a.job, b.job];
      return [
        ...(a.person !== null && a.person === b.person
          ? [{ code: 'person-twice' as const, jobs, person: a.person }]
          : []),
        ...(a.bay !== null && a.bay === b.bay ? [{ code: 'bay-twice' as const, jobs, bay: a.bay }] : []),
      ];
    }),
  );
  return [...own, ...pairs, ...toolsShort(placed, pieces), ...promises(placed)];
}

/** Reserves may overlap: they are there to be used. */
const endOf = (one: PlacedJob) => one.start + one.likelySeconds;
const overlap = (a: PlacedJob, b: PlacedJob) => a.start < endOf(b) && b.start < endOf(a);

function aboutOne(one: PlacedJob, hand: Hand | undefined): DayConflict[] {
  const jobs: [number] = [one.job];
  const { person } = one;
  return [
    ...(person !== null && !hand?.isHere ? [{ code: 'not-here' as const, jobs, person }] : []),
    ...(one.partsAt !== null && one.partsAt > one.start && !one.isBegun ? [{ code: 'part-later' as const, jobs }] : []),
    ...(hand?.role === 'trainee' && one.hasSrs ? [{ code: 'srs-trainee' as const, jobs, person: hand.id }] : []),
    ...(one.isHighVoltage && (one.trainedPerson === null || (person !== null && person !== one.trainedPerson))
      ? [{ code: 'not-trained' as const, jobs, person: one.trainedPerson }]
      : []),
  ];
}

/** Moments at which more jobs need a tool than there are pieces; one conflict for each tool and set of jobs. */
function toolsShort(placed: readonly PlacedJob[], pieces: ReadonlyMap<string, number>): DayConflict[] {
  return [...pieces].flatMap(([tool, count]) => {
    const need = placed.filter(({ tools }) => tools.includes(tool));
    const found = new Map<string, DayConflict>();
    for (const { start } of need) {
      const at = need.filter((one) => one.start <= start && start < endOf(one)).map(({ job }) => job);
      const jobs = at.sort((a, b) => a - b);
      if (jobs.length > count) found.set(jobs.join(), { code: 'tool-short', jobs, tool, pieces: count });
    }
    return [...found.values()];
  });
}

function promises(placed: readonly PlacedJob[]): DayConflict[] {
  const ends = new Map(projectDay(placed).map((one) => [one.job, one]));
  return placed.flatMap(({ job, due }): DayConflict[] => {
    const { likelyEnd, safeEnd } = ends.get(job)!;
    if (due === null || safeEnd <= due) return [];
    const isLate = likelyEnd > due;
    return [{ code: isLate ? 'late' : 'tight', jobs: [job], bySeconds: (isLate ? likelyEnd : safeEnd) - due }];
  });
}
