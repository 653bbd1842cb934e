/** What a plan is asked for; the address says it all, so a plan can be linked to. */
export interface Asked {
  procedures: string[];
  goals: string[];
  options: Record<string, string>;
}

/** The address of a plan. */
export function planAddress({ procedures, goals, options }: Asked, job: number | null): string {
  const query = new URLSearchParams();
  for (const id of procedures) query.append('procedure', id);
  for (const goal of goals) query.append('goal', goal);
  for (const [option, value] of Object.entries(options)) query.append(`option.${option}`, value);
  if (job) query.append('job', String(job));
  return `/plan?${query}`;
}

/** What is wanted of an item. */
export type Wish = 'out' | 'free' | 'reach' | 'keep';

/** "kite-rear-door/card:free" → item and wish; null where the text is no goal the page can show. */
export function readGoal(goal: string, onlyProcedure: string): { procedure: string; item: string; wish: Wish } | null {
  const match = /^(?:(expose|keep) )?(?:([^/:\s]+)\/)?([^/:\s]+)(?::(free|off|released|undone))?$/.exec(goal);
  if (!match) return null;
  const wish: Wish =
    match[1] === 'expose' ? 'reach' : match[1] === 'keep' ? 'keep' : match[4] === 'free' ? 'free' : 'out';
  return { procedure: match[2] ?? onlyProcedure, item: match[3], wish };
}

/** The goal for a wish about an item, written as the planner reads it. */
export function writeGoal(procedure: string, item: string, wish: Wish): string {
  const name = `${procedure}/${item}`;
  return wish === 'reach'
    ? `expose ${name}`
    : wish === 'keep'
      ? `keep ${name}`
      : wish === 'free'
        ? `${name}:free`
        : name;
}
