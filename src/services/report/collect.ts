import { gateWords, type RefitStep } from '../../core/plan';
import { itemWords } from '../../core/procedure';
import { sideWords } from '../../core/vehicle';
import { isBalanced, type LedgerRow, type RunEvent, type TestResult } from '../../core/run';
import { comparedLines, foldVisit, type ComparedLine, type Mark, type Signature, type VisitEvent, type Wait } from '../../core/visit';
import { db, getJob, listEvents, listEventsOf, listPeople, listRunsOfJobs, type JobRow, type RunRow } from '../../data';
import { lookAt, sparesUsed } from '../runs';
import { readShop } from '../shop';
import { linesOf } from '../visits';

/** What one run did, for the customer and the file. */
export interface RunReport {
  title: string;
  goals: string[];
  people: string[];
  startedAt: string | null;
  finishedAt: string | null;
  fitted: { line: string; done: boolean }[];
  tests: { gate: string; check: string; result: TestResult }[];
  overridden: { gate: string; reason: string; by: string }[];
  ledger: (Pick<LedgerRow, 'words' | 'out' | 'back' | 'renewed' | 'scrapped' | 'lost' | 'omitted' | 'reasons'> & { balances: boolean })[];
  spares: { kind: string; count: number }[];
  asFound: string[];
  skipped: string[];
  notes: string[];
  photos: { id: string; words: string }[];
}

/** Everything a hand-over report says: `pezzo-report/1`. */
export interface Report {
  format: 'pezzo-report/1';
  shop: string;
  madeAt: string;
  job: { number: number; title: string; customer: string; openedAt: string };
  vehicle: { make: string; model: string; year: number | null; body: string | null; steering: string; label: string; vin: string | null };
  lines: ComparedLine[];
  marks: (Mark & { n: number })[];
  signatures: Partial<Record<'arrival' | 'departure', Signature>>;
  waits: Wait[];
  notes: string[];
  closed: boolean;
  runs: RunReport[];
  photos: { id: string; words: string }[];
}

/** Gathers the report of a job from its logs. Throws not-found. */
export async function collectReport(jobNumber: number): Promise<Report> {
  const job = await getJob(db, jobNumber);
  const [shop, runs, people, visitLog] = await Promise.all([readShop(), listRunsOfJobs(db, [jobNumber]), listPeople(db), listEvents<VisitEvent>(db, job.visit, 0)]);
  const logs = await listEventsOf<RunEvent>(db, runs.map((run) => run.id));
  const names = new Map(people.map(({ id, name }) => [id, name]));
  const visit = foldVisit(visitLog.events);
  return {
    format: 'pezzo-report/1', shop: shop.name, madeAt: new Date().toISOString(), job: jobOf(job), vehicle: vehicleOf(job),
    lines: comparedLines(linesOf(runs, visit), visit), marks: visit.marks.map((mark, n) => ({ ...mark, n: n + 1 })), signatures: visit.signatures, waits: visit.waits,
    notes: visit.notes.map(({ text }) => text), closed: visit.closed, runs: runs.map((run) => runReport(run, logs.get(run.id)!, (id) => names.get(id) ?? id)).filter((run) => run.startedAt !== null),
    photos: visit.photos.map(({ photo, words }) => ({ id: photo, words: words ?? '' })),
  };
}

const jobOf = ({ number, title, customer, createdAt }: JobRow) => ({ number, title, customer, openedAt: createdAt.toISOString() });

const vehicleOf = ({ vehicle: { make, model, year, body, steering, label, vin } }: JobRow): Report['vehicle'] =>
  ({ make, model, year: year ?? null, body: body ?? null, steering: steering ?? 'any', label, vin });

function runReport(run: RunRow, events: RunEvent[], name: (id: string) => string): RunReport {
  const { state, view, basis } = lookAt(run.plan, events);
  const at = (type: RunEvent['type']) => state.log.find((event) => event.type === type)?.at ?? null;
  const gates = new Map(view.refit.flatMap(({ key, step }) => ('gate' in step && step.gate ? [[key, gateWords(basis.plan.documents, step as RefitStep)] as const] : [])));
  const gateOf = (key: string) => gates.get(key) ?? key;
  const itemOf = (key: string | undefined) => {
    const [procedure, item] = (key ?? '').split('/');
    const index = basis.graph.indexes.get(procedure);
    return index && item ? itemWords(index, item, basis.graph.catalogue) : '';
  };
  return {
    title: run.plan.documents.map((document) => `${document.title}, ${sideWords(document.side)}`).join(' + '), goals: run.plan.goals,
    people: [...new Set(state.log.map((event) => event.person))].map(name), startedAt: at('started'), finishedAt: at('finished'),
    fitted: run.plan.newParts.map((line) => ({ line, done: state.ticks.get(line) ?? false })),
    tests: [...state.tests.values()].map(({ gate, check, result }) => ({ gate: gateOf(gate), check, result })),
    overridden: [...state.gates].flatMap(([key, { reason, person }]) => (reason ? [{ gate: gateOf(key), reason, by: name(person) }] : [])),
    ledger: view.ledger.map((row) => ({ words: row.words, out: row.out, back: row.back, renewed: row.renewed, scrapped: row.scrapped, lost: row.lost, omitted: row.omitted, reasons: row.reasons, balances: isBalanced(row) })),
    spares: [...sparesUsed(basis, view)].map(([kind, count]) => ({ kind, count })),
    asFound: state.asFound.map(({ difference }) => difference), skipped: [...state.skipped].map(([action, reason]) => `${itemOf(action.slice(action.indexOf(':') + 1))}: ${reason}`),
    notes: state.log.flatMap((event) => (event.type === 'note' ? [event.text] : [])),
    photos: state.log.flatMap((event) => (event.type === 'photo' ? [{ id: event.photo, words: event.words ?? itemOf(event.item) }] : [])),
  };
}
