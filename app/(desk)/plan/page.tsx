import { planQuerySchema, readForm } from '@/contracts/schemas';
import { PezzoError } from '@/core/errors';
import { foldText } from '@/core/trade';
import { listJobChoices, may, planView } from '@/services';
import { PlanPage } from '@/ui/desk/plan';
import { orNotFound } from '../../or-not-found';
import { requirePerson } from '../../session';

export const metadata = { title: 'Plan' };

type Query = Record<string, string | string[] | undefined>;
const list = (value: string | string[] | undefined) => (value === undefined ? [] : [value].flat());

function readQuery(query: Query) {
  const options = Object.fromEntries(
    Object.entries(query)
      .filter(([name]) => name.startsWith('option.'))
      .map(([name, value]) => [name.slice('option.'.length), list(value)[0]]),
  );
  return readForm(planQuerySchema, {
    procedures: list(query.procedure),
    goals: list(query.goal),
    options,
    fits: list(query.fit),
    sets: query.set === undefined ? null : list(query.set).filter(Boolean),
    lines: list(query.line),
    job: list(query.job)[0] ?? null,
  });
}

/** Everything the page shows, or the refusal in words. */
async function readPlan(query: Query) {
  try {
    const asked = readQuery(query);
    const person = await requirePerson();
    const [view, jobs] = await Promise.all([orNotFound(planView(person, asked)), listJobChoices(person.branch)]);
    return { asked, person, view, jobs };
  } catch (error) {
    if (error instanceof PezzoError) return { trouble: error.message };
    throw error;
  }
}

export default async function PlanRoute({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams;
  const read = await readPlan(query);
  if (read.trouble !== undefined) return <p className="trouble">{read.trouble}</p>;
  const { person, view } = read;
  const asked = {
    ...read.asked,
    options: { ...view.known, ...read.asked.options },
    sets: read.asked.sets ?? view.sets,
  };
  // A plan is for these vehicles: another make's job would not match it.
  const fits = ({ make, model }: { make: string; model: string }) =>
    view.documents.some(({ applies }) =>
      applies.some((one) => foldText(`${one.make} ${one.model}`) === foldText(`${make} ${model}`)),
    );
  const fitting = read.jobs.filter((job) => (asked.job === null ? fits(job.vehicle) : job.number === asked.job));
  const jobs = fitting.map((job) => ({
    number: job.number,
    title: job.title,
    vehicle: `${job.vehicle.make} ${job.vehicle.model} ${job.vehicle.year ?? ''} ${job.vehicle.label}`.trim(),
  }));
  return (
    <PlanPage
      key={[...asked.procedures, ...asked.fits].join()}
      view={view}
      asked={asked}
      jobs={jobs}
      forJob={asked.job}
      mayOpen={may(person, 'open-job')}
    />
  );
}
