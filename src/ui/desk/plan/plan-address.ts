import { goalText, parseGoal } from '@/core/planning';

/** What a plan is asked for; the address says it all, so a plan can be linked to. */
export interface Asked {
  procedures: string[];
  goals: string[];
  options: Record<string, string>;
  /** What new goes in where, as `fitText` writes it. */
  fits: string[];
  /** What is tried as one, each set as people write it. */
  sets?: string[];
  /** Lines of the tick list between apart and together, besides what goes in. */
  lines?: string[];
}

/** The items of a set, by `itemKey`. */
export const membersOf = (set: string): string[] => set.split(',').map((one) => one.trim());

/** The address of a plan. */
export function planAddress(
  { procedures, goals, options, fits, sets = [], lines = [] }: Asked,
  job: number | null,
): string {
  const query = new URLSearchParams();
  for (const id of procedures) query.append('procedure', id);
  for (const goal of goals) query.append('goal', goal);
  for (const fit of fits) query.append('fit', fit);
  for (const set of sets) query.append('set', set);
  for (const line of lines) query.append('line', line);
  for (const [option, value] of Object.entries(options)) query.append(`option.${option}`, value);
  if (job) query.append('job', String(job));
  return `/plan?${query}`;
}

/** What is wanted of an item. */
export type Wish = 'out' | 'free' | 'reach' | 'keep' | 'kit' | 'done';

/** "kite-rear-door/card:free" → item and wish; null where the text is no goal the page can show. */
export function readGoal(goal: string, onlyProcedure: string): { procedure: string; item: string; wish: Wish } | null {
  const parsed = parseGoal(goal);
  if (!parsed) return null;
  const { verb, procedure, item, state } = parsed;
  const wish =
    verb === 'fit' ? 'kit' : verb === 'expose' ? 'reach' : verb === 'keep' ? 'keep' : state === 'free' ? 'free' : 'out';
  return { procedure: procedure ?? onlyProcedure, item, wish };
}

const VERBS = {
  out: 'reach-state',
  done: 'reach-state',
  free: 'reach-state',
  reach: 'expose',
  keep: 'keep',
  kit: 'fit',
} as const;

/** The goal for a wish about an item, written as the planner reads it. */
export const writeGoal = (procedure: string, item: string, wish: Wish): string =>
  goalText({ verb: VERBS[wish], procedure, item, state: wish === 'free' ? 'free' : null });
