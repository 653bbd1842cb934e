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
