import { createHash } from 'node:crypto';
import type { LaterLine, Report, RunReport, SealedSignature, VisitReport } from '../../contracts/views';
import { type RunEvent, foldVisit, laterWords, type Signature, type VisitEvent } from '../../core/bay';
import {
  dbOf,
  getJob,
  listBenchResults,
  listEvents,
  listEventsOf,
  listKeptReports,
  listRunsOfJobs,
  readChains,
  type Branch,
  type JobRow,
} from '../../data';
import { readShop } from '../shop';
import { VERSION } from '../version';
import { sealOf } from '../seal';
import { namesIn, runReport, visitReport } from './said';

/** Gathers the report of a job: what is finished as it was kept, what is not from its logs. Throws not-found. */
export async function collectReport(branch: Branch, jobNumber: number): Promise<Report> {
  const db = dbOf(branch);
  const job = await getJob(db, branch, jobNumber);
  const [shop, runs, name, visitLog, bench] = await Promise.all([
    readShop(branch),
    listRunsOfJobs(db, [jobNumber]),
    namesIn(db),
    listEvents<VisitEvent>(db, job.visit, 0),
    listBenchResults(db, jobNumber),
  ]);
  const ids = runs.map((run) => run.id);
  const [logs, kept, chains] = await Promise.all([
    listEventsOf<RunEvent>(db, ids),
    listKeptReports<RunReport | VisitReport>(db, [job.visit, ...ids]),
    readChains(db, [job.visit, ...ids]),
  ]);
  const visit = foldVisit(visitLog.events);
  const byWhom = ({ person, at }: { person: string; at: string }) => ({ by: name(person), at });
  const sealed = (signature: Signature): SealedSignature => ({
    ...signature,
    sealHolds:
      signature.seal && signature.records && !job.redactedAt
        ? sealOf(visitLog.events, { walk: signature.walk, records: signature.records }) === signature.seal
        : null,
  });
  return {
    format: 'pezzo-report/1',
    version: VERSION,
    shop: shop.name,
    madeAt: new Date().toISOString(),
    timeZone: shop.settings.timeZone,
    job: jobOf(job),
    vehicle: vehicleOf(job),
    ...((kept.get(job.visit) as VisitReport | undefined) ?? visitReport(runs, visit)),
    signatures: Object.fromEntries(Object.entries(visit.signatures).map(([walk, one]) => [walk, sealed(one)])),
    unsigned:
      visit.unsigned.departure && !visit.signatures.departure
        ? { reason: visit.unsigned.departure.reason, ...byWhom(visit.unsigned.departure) }
        : null,
    checkInSkipped: visit.checkInSkipped && {
      reason: visit.checkInSkipped.reason,
      ...byWhom(visit.checkInSkipped),
    },
    earlierSignatures: visit.signed.filter((one) => visit.signatures[one.walk] !== one).map(sealed),
    redactedAt: job.redactedAt?.toISOString() ?? null,
    later: visit.later.map((record): LaterLine => ({
      words: laterWords(record),
      ...byWhom(record.event),
    })),
    closed: visit.closed,
    runs: runs
      .map((run) => {
        const said = kept.get(run.id) as RunReport | undefined;
        const now = runReport(run, logs.get(run.id)!, name);
        return said ? { ...said, later: now.later } : now;
      })
      .filter((run) => run.startedAt !== null),
    bench: bench.map(({ tool, said, why, keptBy, keptAt }) => ({
      tool,
      said,
      why,
      by: name(keptBy),
      at: keptAt.toISOString(),
    })),
    records: {
      count: chains.count,
      chain: createHash('sha256').update(Buffer.concat(chains.chains)).digest('hex'),
      faults: chains.faults,
    },
  };
}

const jobOf = ({ number, title, customer, createdAt }: JobRow) => ({
  number,
  title,
  customer,
  openedAt: createdAt.toISOString(),
});

const vehicleOf = ({ vehicle: { make, model, year, body, steering, label, vin } }: JobRow): Report['vehicle'] => ({
  make,
  model,
  year: year ?? null,
  body: body ?? null,
  steering: steering ?? 'any',
  label,
  vin,
});
