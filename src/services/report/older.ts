import {
  dbOf,
  doorDb,
  getJob,
  listBranches,
  listRunsOfJobs,
  listUnkeptJobs,
  transaction,
  type Branch,
} from '../../data';
import { keepOlderVisitReport, keepRunReport } from './said';

/** Jobs looked at in one go. */
const AT_ONCE = 50;

/** Keeps what older versions finished and did not keep: it is said from now on as this version says it. Nobody waits for it. */
export async function keepOlderReports(): Promise<void> {
  for (const { id: branch } of await listBranches(doorDb)) {
    for (let jobs = await unkept(branch); jobs.length; jobs = await unkept(branch))
      for (const job of jobs) await keepJob(branch, job);
  }
}

const unkept = (branch: Branch) => listUnkeptJobs(dbOf(branch), AT_ONCE);

async function keepJob(branch: Branch, number: number): Promise<void> {
  await transaction(
    branch,
    async (tx) => {
      const { visit, isClosed } = await getJob(tx, branch, number);
      const runs = await listRunsOfJobs(tx, [number]);
      for (const run of runs) if (run.finishedAt) await keepRunReport(tx, run, true);
      if (isClosed) await keepOlderVisitReport(tx, visit, runs);
    },
    'read committed',
  );
}
