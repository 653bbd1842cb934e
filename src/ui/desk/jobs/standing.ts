import type { JobStanding } from '@/contracts/views';
import { WAIT_WORDS } from '@/core/bay';

/** Everything a job waits for, in words. */
export const waitsOf = ({ runs, visit, flags }: JobStanding): string[] => [
  ...visit.waits.map((wait) => `${WAIT_WORDS[wait.for]}: ${wait.what}`),
  ...runs.flatMap((run) => run.waits),
  ...(flags ? [`a lead to look at ${flags} ${flags === 1 ? 'record' : 'records'}`] : []),
];

/** What needs doing next with the vehicle, where no run says it. */
export function nextWords({ runs, visit }: JobStanding): string | null {
  if (visit.closed) return null;
  if (runs.length > 0 && runs.every((run) => run.stage === 'finished')) {
    if (visit.repeated === 0) return 'All put back: repeat the checks and give it back';
    return visit.repeated < visit.checked
      ? `Repeating the checks, ${visit.repeated} of ${visit.checked}`
      : 'Checks repeated: give it back';
  }
  if (!visit.signed)
    return visit.checked ? `Check-in begun, ${visit.checked} of ${visit.of}, not signed` : 'Not checked in yet';
  return null;
}
