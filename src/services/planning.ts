import { type NewRunForm, type PlanQuery } from '../contracts/schemas';
import {
  costSettings,
  type SettingsForm,
  type PlanView,
  type ProcedureRowView,
  type RelativeView,
  type VehicleWait,
  type VerificationView,
} from '../contracts/views';
import {
  type NewPartWish,
  cableProblem,
  parseCable,
  parseFit,
  placeNewParts,
  withCable,
  type PlacedParts,
} from '../core/bench';
import { conflict, invalid } from '../core/errors';
import {
  listOptions,
  indexItems,
  mirroredSide,
  recordedId,
  type ProcedureDocument,
  itemKey,
  readItemKey,
} from '../core/document';
import type { PlanRequest, PlanResult, ShopPolicy, RunPlan } from '../core/telling';
import type { StoreItem } from '../core/shop';
import { elsewhereFor, missKey, type StuckCause } from '../core/bay';
import { oppositeSide, rankFor, verifyFor, type Vehicle } from '../core/trade';
import {
  dbOf,
  findSpeaker,
  getJob,
  listMisses,
  listProceduresOfMakes,
  listRetired,
  listStock,
  listStoreItems,
  type Actor,
  type Branch,
  type JobRow,
  type ProcedureRanges,
} from '../data';
import { doHeavy, TooHard } from './heavy';
import { heardOf } from './experience';
import { shopHistory } from './history';
import { approvedDocuments } from './library';
import { chainKinds, readKit, readShop, shopCatalogue } from './shop';

/** How long the server may look for a better order when a run is opened, milliseconds. */
const ORDER_LIMIT_MS = 2000;
/** When a planner that does not stop by itself is stopped. */
const HARD_LIMIT_MS = 60_000;

/** Everything needed to plan on the procedures in force under the shop's policy, for a person and perhaps a job's vehicle. */
export async function planView(
  by: Actor,
  {
    procedures,
    job,
    fits = [],
    sets,
  }: Pick<PlanQuery, 'procedures' | 'job'> & { fits?: string[]; sets?: string[] | null },
): Promise<PlanView> {
  const db = dbOf(by);
  const approved = await approvedDocuments(by.branch, procedures);
  const [{ settings }, kit, stock, items, history, vehicle] = await Promise.all([
    readShop(by.branch),
    readKit(by),
    listStock(db, by.branch),
    listStoreItems(db, by.branch),
    shopHistory(by.branch),
    job === null
      ? null
      : getJob(db, by.branch, job).then((row) => ({ ...safeVehicle(row), schools: row.schools, sets: row.sets })),
  ]);
  const [retired] = await listRetired(db, procedures.map(recordedId));
  if (retired)
    throw conflict(
      'retired',
      `“${retired.title}” is retired: ${retired.next ? `plan “${retired.next}” instead` : 'nothing replaces it'}.`,
    );
  const { documents, placed, questions } = await withNewParts(
    by.branch,
    approved.map(({ document }) => document),
    fits,
    sets ?? vehicle?.sets ?? [],
  );
  return {
    heard: await heardOf(by.branch, documents),
    documents,
    newParts: placed,
    questions,
    revisions: [...new Map(approved.map(({ document, revision }) => [recordedId(document.id), revision]))],
    options: Object.fromEntries(listOptions(documents)),
    known: knownOptions(listOptions(documents), vehicle?.options ?? {}),
    policy: {
      ...policyOf(settings, history, vehicle ?? documents[0]?.applies[0] ?? null),
      jobSchools: vehicle?.schools ?? [],
    },
    sets: vehicle?.sets ?? [],
    ownKinds: await chainKinds(),
    kit,
    stock: Object.fromEntries(stock.map(({ kind, count }) => [kind, count])),
    standIns: standInsOf(items, stock),
    labour:
      settings.labourPerHourCents === null
        ? null
        : { perHourCents: settings.labourPerHourCents, currency: settings.currency },
    verification:
      vehicle && Object.fromEntries(documents.map((document) => [document.id, verificationOf(vehicle, document)])),
    others: (await othersFor(by.branch, vehicle ?? documents[0].applies[0])).filter(
      (row) => !procedures.includes(row.id),
    ),
  };
}

/** For each item that others stand in for, what they are called together and how many of them there are. */
function standInsOf(items: StoreItem[], stock: { kind: string; count: number }[]): PlanView['standIns'] {
  const there = new Map(stock.map(({ kind, count }) => [kind, count]));
  const named = items.filter(({ anyOf }) => anyOf);
  const sums = new Map<string, number>();
  for (const { kind, anyOf } of named) sums.set(anyOf, (sums.get(anyOf) ?? 0) + (there.get(kind) ?? 0));
  return Object.fromEntries(
    named.map(({ kind, anyOf }) => [kind, { anyOf, count: sums.get(anyOf)! - (there.get(kind) ?? 0) }]),
  );
}

/** What is to go in, with its speaker from the shop's list. */
async function wishesOf(branch: Branch, fits: string[]): Promise<NewPartWish[]> {
  const db = dbOf(branch);
  const wishes: NewPartWish[] = [];
  for (const { speaker: name, ...how } of fits.flatMap((text) => parseFit(text) ?? [])) {
    const speaker = await findSpeaker(db, name);
    if (!speaker) throw invalid('no-speaker', `No speaker of the shop’s list is called “${name}” any more.`);
    wishes.push({ ...how, speaker });
  }
  return wishes;
}

/** The procedures with the steps for what goes in. Throws `invalid` where that cannot go in there. */
async function withNewParts(
  branch: Branch,
  documents: ProcedureDocument[],
  fits: string[],
  sets: string[],
): Promise<PlacedParts> {
  const placed = placeNewParts(documents, await wishesOf(branch, fits), { sets });
  const [problem] = placed.problems;
  if (problem) throw invalid(problem.code, problem.message);
  const cables = fits.flatMap((text) => parseCable(text) ?? []);
  for (const cable of cables) {
    const trouble = cableProblem(placed.documents, cable);
    if (trouble) throw invalid('no-way', trouble);
    placed.documents = withCable(placed.documents, cable);
  }
  return placed;
}

/** A job's vehicle. Throws a conflict where it has high voltage and no lead has named who is trained for it. */
function safeVehicle({ number, vehicle, trainedPerson }: JobRow): JobRow['vehicle'] {
  if (vehicle.highVoltage && !trainedPerson)
    throw conflict(
      'high-voltage',
      `The vehicle of job ${number} is high-voltage (orange cables). Stop: a lead names the trained person on the job’s page before anything is planned.`,
    );
  return vehicle;
}

/** Of what is known of a vehicle, what these procedures ask for and understand. */
const knownOptions = (asked: Map<string, string[]>, known: Record<string, string>) =>
  Object.fromEntries(Object.entries(known).filter(([option, value]) => asked.get(option)?.includes(value)));

/** A mirrored procedure is not verified either: the other side may have more switches and plugs. */
function verificationOf(vehicle: Vehicle, document: ProcedureDocument): VerificationView {
  const { verified, differs, unknown } = verifyFor(vehicle, document.applies);
  const side = mirroredSide(document.id);
  return side
    ? {
        verified: false,
        differs: [...differs, `recorded on the ${oppositeSide(side)} and mirrored: look for extra switches and plugs`],
        unknown,
      }
    : { verified, differs, unknown };
}

/** The vehicle's procedures, each sided one for the other side too. */
async function othersFor(branch: Branch, vehicle: Vehicle): Promise<ProcedureRowView[]> {
  const exact = (await proceduresFor(branch, vehicle)).filter((one) => one.differs.length === 0).map((one) => one.row);
  return exact.flatMap((row) =>
    row.side === 'centre'
      ? [row]
      : [row, { ...row, id: `${row.id}@${oppositeSide(row.side)}`, side: oppositeSide(row.side) }],
  );
}

/** What the shop has entered of a vehicle's airbags, with its source. */
function ownWait({ srsWaits }: SettingsForm, of: { make: string; model: string } | null): VehicleWait | undefined {
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  return of ? srsWaits.find(({ make, model }) => same(make, of.make) && same(model, of.model)) : undefined;
}

/** The wait after battery-off on a vehicle: its own with its source, else the shop's, said to be only that. */
function waitFor({ srsWaitSeconds, srsWaitSource }: SettingsForm, own: VehicleWait | undefined): ShopPolicy['srsWait'] {
  if (own) return { seconds: own.seconds, source: own.source, isFallback: false };
  return srsWaitSeconds === null ? null : { seconds: srsWaitSeconds, source: srsWaitSource, isFallback: true };
}

/** What the planner needs to know of the shop and of the vehicle. */
function policyOf(
  settings: SettingsForm,
  history: ShopPolicy['history'],
  of: { make: string; model: string } | null,
): ShopPolicy {
  const own = ownWait(settings, of);
  const srsWait = waitFor(settings, own);
  return {
    schools: settings.schools,
    srsWait,
    srsWaitSeconds: srsWait?.seconds ?? null,
    srsMayHang: own?.mayHang ? own.source : null,
    costs: costSettings(settings.costs),
    trayBins: settings.trayBins,
    spareLevel: settings.spareLevel,
    history,
  };
}

/** A plan made on the server, for opening a run; `signal` ends it where nobody waits for it any more. */
export async function planForRun(
  by: Actor,
  form: NewRunForm,
  signal?: AbortSignal,
): Promise<{ view: PlanView; result: PlanResult }> {
  const view = await planView(by, form);
  const policy = { ...view.policy, ...(form.trayBins ? { trayBins: form.trayBins } : {}) };
  const request: PlanRequest = {
    documents: view.documents,
    goals: form.goals,
    options: form.options,
    order: form.order,
    sets: form.sets,
    policy,
  };
  const result = await doHeavy<PlanResult>(
    'think',
    'plan',
    { request, ownKinds: view.ownKinds, limitMs: ORDER_LIMIT_MS },
    HARD_LIMIT_MS,
    signal,
  ).catch((error: unknown) => {
    throw error instanceof TooHard
      ? invalid(
          'too-hard',
          `${view.documents.map(({ title }) => `“${title}”`).join(' and ')}: this is too hard to plan. Plan fewer zones together, or take out routes that nobody would use.`,
        )
      : error;
  });
  return { view, result };
}

/** The procedures of a vehicle's make, nearest first: exact ones, then relatives with what differs and what is not known. */
export async function proceduresFor(branch: Branch, vehicle: Vehicle): Promise<RelativeView[]> {
  const db = dbOf(branch);
  const rows = await listProceduresOfMakes(db, branch, [vehicle.make]);
  const byId = new Map(rows.map((row) => [row.id, row]));
  return rankFor(vehicle, rows).map(({ id, verified, differs, unknown }) => {
    const { ranges: _ranges, ...row } = byId.get(id)!;
    return { row, verified, differs, unknown } satisfies RelativeView & VerificationView;
  });
}

/** Relatives that are read for where else a part may be held. */
const MOST_RELATIVES = 6;

/** What earlier runs and related procedures say about parts that would not move: fixed with the run's plan, so that it is there without a network. */
export async function experienceFor(
  branch: Branch,
  documents: ProcedureDocument[],
): Promise<Pick<RunPlan, 'elsewhere' | 'misses'>> {
  const db = dbOf(branch);
  const makes = [...new Set(documents.map(({ applies }) => applies[0].make))];
  const [catalogue, rows] = await Promise.all([shopCatalogue(), listProceduresOfMakes(db, branch, makes)]);
  const related = new Map(documents.map((document) => [document.id, relatedTo(document, rows)]));
  const ids = [...new Set([...related.values()].flat())];
  const [others, found] = await Promise.all([
    approvedDocuments(branch, ids),
    listMisses(db, [...new Set([...documents.map(({ id }) => recordedId(id)), ...ids])]),
  ]);
  const elsewhere = documents.flatMap((document) => {
    const own = others.filter((other) => related.get(document.id)!.includes(other.document.id));
    return elsewhereFor(
      document,
      own.map((other) => ({ document: other.document, index: indexItems(other.document), catalogue })),
      indexItems(document),
    );
  });
  const misses: Record<string, number> = {};
  for (const document of documents) {
    const of = new Set([recordedId(document.id), ...related.get(document.id)!]);
    for (const { item, culprit, cause, count } of found) {
      if (!of.has(recordedId(readItemKey(item)!.procedure))) continue;
      const key = missKey(inDocument(document, item), culprit && inDocument(document, culprit), cause as StuckCause);
      misses[key] = (misses[key] ?? 0) + count;
    }
  }
  return { elsewhere, misses };
}

/** The same item as another procedure names it, in this document. */
const inDocument = ({ id }: ProcedureDocument, key: string): string =>
  itemKey({ procedure: id, item: readItemKey(key)?.item ?? key });

/** The nearest relatives of a document, by id. */
const relatedTo = (document: ProcedureDocument, rows: ProcedureRanges[]): string[] =>
  rankFor(document.applies[0], rows, { zone: document.zone })
    .map(({ id }) => id)
    .filter((id) => id !== recordedId(document.id))
    .slice(0, MOST_RELATIVES);
