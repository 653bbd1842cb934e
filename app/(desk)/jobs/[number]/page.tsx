import {
  benchResultsOf,
  formerJob,
  may,
  openFlags,
  openVisit,
  proceduresFor,
  viewJob,
  viewQuotes,
  viewStoreKits,
} from '@/services';
import { JobPage } from '@/ui/desk/jobs';
import { readJobNumber } from '../../../api/jobs/[number]/address';
import { orNotFound } from '../../../or-not-found';
import { requirePerson } from '../../../session';

export default async function JobRoute({ params }: { params: Promise<{ number: string }> }) {
  const number = await orNotFound(readJobNumber(params));
  const person = await requirePerson();
  const standing = await orNotFound(viewJob(person.branch, number));
  const { comesBackOf } = standing.job;
  const [procedures, visit, flags, bench, quotes, kits, former] = await Promise.all([
    proceduresFor(person.branch, standing.job.vehicle),
    openVisit(person.branch, number),
    openFlags(person.branch, [number]),
    benchResultsOf(person.branch, number),
    viewQuotes(person, number),
    viewStoreKits(person, standing.job.vehicle),
    comesBackOf ? formerJob(person.branch, comesBackOf) : null,
  ]);
  return (
    <JobPage
      standing={standing}
      procedures={procedures}
      mayRecord={may(person, 'record')}
      visit={visit}
      flags={flags}
      bench={bench}
      quotes={quotes}
      kits={kits}
      former={former}
      me={person.id}
      mayLook={may(person, 'override')}
    />
  );
}
