import { findZone } from '@/core/trade';
import { knownVehicles } from '@/services';
import { NewJob } from '@/ui/desk/new-job';
import { requirePerson } from '../../../session';

export const metadata = { title: 'New job' };

const MOST_ZONES = 20;

/** "front-door.left" as a zone of a job; none where it is no zone there is. */
const zoneOf = (text: string) => {
  const [zone, side] = text.split('.');
  return findZone(zone) && (side === 'left' || side === 'right' || side === 'centre') ? [{ zone, side } as const] : [];
};

type Query = Record<string, string | string[] | undefined>;

export default async function NewJobPage({ searchParams }: { searchParams: Promise<Query> }) {
  const [query, person] = await Promise.all([searchParams, requirePerson()]);
  const vehicles = await knownVehicles(person.branch);
  const one = (name: string) => [query[name] ?? ''].flat()[0].slice(0, 120);
  const zones = [query.zone ?? []].flat().slice(0, MOST_ZONES).flatMap(zoneOf);
  const options = Object.fromEntries(
    Object.entries(query).flatMap(([name, value]) =>
      name.startsWith('option.') && typeof value === 'string' ? [[name.slice('option.'.length), value]] : [],
    ),
  );
  // Only a plan of this very shop is gone back to.
  const plan = Buffer.from([query.plan ?? ''].flat()[0], 'base64url').toString('latin1');
  return (
    <NewJob
      vehicles={vehicles}
      first={{ make: one('make'), model: one('model'), body: one('body'), options, zones }}
      plan={plan.startsWith('/plan?') ? plan : null}
    />
  );
}
