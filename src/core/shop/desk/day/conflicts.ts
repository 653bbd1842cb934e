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
  /** Something of it is not done alone. */
  takesTwo: boolean;
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
  | { code: 'person-twice'; jobs: number[]; person: string }
  | { code: 'bay-twice'; jobs: number[]; bay: string }
  | { code: 'tool-short'; jobs: number[]; tool: string; pieces: number }
  | { code: 'part-later'; jobs: [number] }
  | { code: 'srs-trainee'; jobs: [number]; person: string }
  | { code: 'not-trained'; jobs: [number]; person: string | null }
  | { code: 'alone'; jobs: [number] }
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
  const alone = placed.flatMap(({ job, person, takesTwo }): DayConflict[] => {
    const others = hands.filter(({ id, isHere }) => isHere && id !== person);
    return takesTwo && others.length === 0 ? [{ code: 'alone', jobs: [job] }] : [];
  });
  const twice = [
    ...named(placed, 'person').flatMap(([person, jobs]) =>
      atOnce(jobs, 1).map((all): DayConflict => ({ code: 'person-twice', jobs: all, person })),
    ),
    ...named(placed, 'bay').flatMap(([bay, jobs]) =>
      atOnce(jobs, 1).map((all): DayConflict => ({ code: 'bay-twice', jobs: all, bay })),
    ),
  ];
  return [...own, ...alone, ...twice, ...toolsShort(placed, pieces), ...promises(placed)];
}

/** Reserves may overlap: they are there to be used. */
const endOf = (one: PlacedJob) => one.start + one.likelySeconds;

/** Jobs by who or what they are placed with, in the order of its first. */
function named(placed: readonly PlacedJob[], by: 'person' | 'bay'): [string, PlacedJob[]][] {
  const groups = new Map<string, PlacedJob[]>();
  for (const one of placed) {
    const name = one[by];
    if (name !== null) groups.set(name, [...(groups.get(name) ?? []), one]);
  }
  return [...groups];
}

/** Sets of jobs that are at it at one moment where there are more than `most`; those that are part of a larger set are left out. */
function atOnce(jobs: readonly PlacedJob[], most: number): number[][] {
  const sets = jobs.map(({ start }) =>
    jobs
      .filter((one) => one.start <= start && start < endOf(one))
      .map(({ job }) => job)
      .sort((a, b) => a - b),
  );
  const tooMany = [...new Map(sets.filter((set) => set.length > most).map((set) => [set.join(), set])).values()];
  return tooMany.filter(
    (set) => !tooMany.some((other) => other.length > set.length && set.every((job) => other.includes(job))),
  );
}

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

/** Where more jobs need a tool at once than there are pieces. */
const toolsShort = (placed: readonly PlacedJob[], pieces: ReadonlyMap<string, number>): DayConflict[] =>
  [...pieces].flatMap(([tool, count]) =>
    atOnce(
      placed.filter(({ tools }) => tools.includes(tool)),
      count,
    ).map((jobs): DayConflict => ({ code: 'tool-short', jobs, tool, pieces: count })),
  );

function promises(placed: readonly PlacedJob[]): DayConflict[] {
  const ends = new Map(projectDay(placed).map((one) => [one.job, one]));
  return placed.flatMap(({ job, due }): DayConflict[] => {
    const { likelyEnd, safeEnd } = ends.get(job)!;
    if (due === null || safeEnd <= due) return [];
    const isLate = likelyEnd > due;
    return [{ code: isLate ? 'late' : 'tight', jobs: [job], bySeconds: (isLate ? likelyEnd : safeEnd) - due }];
  });
}
