import { gateWords } from '../../core/wording';
import { itemWords, readItemKey } from '../../core/procedure';
import { sideWords } from '../../core/vehicle';
import type { LaterLine, Report, RunReport } from '../../contracts/views';
import { isBalanced, type RunEvent } from '../../core/run';
import { comparedLines, foldVisit, laterWords, type VisitEvent } from '../../core/visit';
import {
  dbOf,
  getJob,
  listBenchResults,
  listEvents,
  listEventsOf,
  listPeople,
  listRunsOfJobs,
  type Branch,
  type JobRow,
  type RunRow,
} from '../../data';
import { lookAt, sparesUsed } from '../runs';
import { readShop } from '../shop';
import { linesOf } from '../visits';

/** Gathers the report of a job from its logs. Throws not-found. */
export async function collectReport(branch: Branch, jobNumber: number): Promise<Report> {
  const db = dbOf(branch);
  const job = await getJob(db, branch, jobNumber);
  const [shop, runs, people, visitLog, bench] = await Promise.all([
    readShop(branch),
    listRunsOfJobs(db, [jobNumber]),
    listPeople(db),
    listEvents<VisitEvent>(db, job.visit, 0),
    listBenchResults(db, jobNumber),
  ]);
  const logs = await listEventsOf<RunEvent>(
    db,
    runs.map((run) => run.id),
  );
  const names = new Map(people.map(({ id, name }) => [id, name]));
  const name = (id: string) => names.get(id) ?? id;
  const visit = foldVisit(visitLog.events);
  return {
    format: 'pezzo-report/1',
    shop: shop.name,
    madeAt: new Date().toISOString(),
    timeZone: shop.settings.timeZone,
    job: jobOf(job),
    vehicle: vehicleOf(job),
    lines: comparedLines(linesOf(runs, visit), visit),
    marks: visit.marks.map((mark, n) => ({ ...mark, n: n + 1 })),
    signatures: visit.signatures,
    checkInSkipped: visit.checkInSkipped && {
      reason: visit.checkInSkipped.reason,
      by: name(visit.checkInSkipped.person),
      at: visit.checkInSkipped.at,
    },
    waits: visit.waits,
    earlierSignatures: visit.signed.filter((signature) => visit.signatures[signature.walk] !== signature),
    redactedAt: job.redactedAt?.toISOString() ?? null,
    later: visit.later.map((record): LaterLine => ({
      words: laterWords(record),
      by: name(record.event.person),
      at: record.event.at,
    })),
    notes: visit.notes.map(({ text }) => text),
    closed: visit.closed,
    runs: runs.map((run) => runReport(run, logs.get(run.id)!, name)).filter((run) => run.startedAt !== null),
    bench: bench.map(({ tool, said, why, keptBy, keptAt }) => ({
      tool,
      said,
      why,
      by: name(keptBy),
      at: keptAt.toISOString(),
    })),
    photos: visit.photos.map(({ photo, words }) => ({ id: photo, words: words ?? '' })),
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

function runReport(run: RunRow, events: RunEvent[], name: (id: string) => string): RunReport {
  const { state, view, basis } = lookAt(run.plan, events);
  const at = (type: RunEvent['type']) => state.log.find((event) => event.type === type)?.at ?? null;
  const gates = new Map(
    [...view.refitActions.values()].flatMap((step) =>
      step.gate ? [[step.key, gateWords(basis.plan.documents, step)] as const] : [],
    ),
  );
  const lines = new Map(
    [...view.refitActions.values()].flatMap(({ checks }) => checks.map(({ id, text }) => [id, text] as const)),
  );
  const gateOf = (key: string) => gates.get(key) ?? key;
  const itemOf = (key: string | undefined) => {
    const ref = readItemKey(key ?? '');
    const index = ref && basis.graph.indexes.get(ref.procedure);
    return index ? itemWords(index, ref.item, basis.graph.catalogue) : '';
  };
  return {
    title: run.plan.documents.map((document) => `${document.title}, ${sideWords(document.side)}`).join(' + '),
    goals: run.plan.goals,
    people: [...new Set(state.log.map((event) => event.person))].map(name),
    startedAt: at('started'),
    finishedAt: at('finished'),
    fitted: run.plan.newParts.map((line) => ({
      line,
      done: state.ticks.get(line) ?? false,
      why: state.leftOut.get(line) ?? null,
    })),
    tests: [...state.tests.values()].map(({ gate, check, result }) => ({
      gate: gateOf(gate),
      check: lines.get(check) ?? check,
      result,
    })),
    overridden: [...state.gates].flatMap(([key, { reason, person }]) =>
      reason ? [{ gate: gateOf(key), reason, by: name(person) }] : [],
    ),
    ledger: view.ledger.map((row) => ({
      words: row.words,
      out: row.out,
      back: row.back,
      renewed: row.renewed,
      scrapped: row.scrapped,
      lost: row.lost,
      omitted: row.omitted,
      kept: row.kept,
      reasons: [...row.reasons, ...(row.kept ? [`${row.kept} kept with the old part`] : [])],
      wasMissing: row.wasMissing,
      balances: isBalanced(row),
    })),
    spares: [...sparesUsed(basis, view)].map(([kind, count]) => ({ kind, count })),
    later: state.later.map((event): LaterLine => ({
      words: laterRunWords(event, itemOf),
      by: name(event.person),
      at: event.at,
    })),
    rounds: state.rounds.map(({ why, mended, person, at }) => ({ why, mended, by: name(person), at })),
    leftOver: state.leftOvers.map(
      ({ words, settled }) =>
        `${words}${settled ? `: ${settled.item ? `belonged to ${settled.reason}` : settled.reason}` : ''}`,
    ),
    asFound: state.asFound.map(({ difference }) => difference),
    skipped: [...state.skipped].map(
      ([action, reason]) => `${itemOf(action.slice(action.indexOf(':') + 1))}: ${reason}`,
    ),
    notes: state.log.flatMap((event) => (event.type === 'note' ? [event.text] : [])),
    photos: state.log.flatMap((event) =>
      event.type === 'photo' ? [{ id: event.photo, words: event.words ?? itemOf(event.item) }] : [],
    ),
  };
}

/** What a late event of a run says, in a few words. */
function laterRunWords(event: RunEvent, itemOf: (key: string | undefined) => string): string {
  const about =
    'action' in event ? event.action.slice(event.action.indexOf(':') + 1) : 'item' in event ? event.item : undefined;
  const text = 'text' in event ? event.text : 'reason' in event ? event.reason : '';
  return [LATER_TYPES[event.type] ?? event.type, itemOf(about), text].filter(Boolean).join(': ');
}

const LATER_TYPES: Partial<Record<RunEvent['type'], string>> = {
  done: 'done',
  retracted: 'taken back',
  broken: 'broken',
  lost: 'lost',
  found: 'found',
  renewed: 'fitted new',
  omitted: 'left out',
  skipped: 'skipped',
  note: 'note',
  photo: 'photo',
  finding: 'finding',
  test: 'test',
  gatePassed: 'gate passed',
};
