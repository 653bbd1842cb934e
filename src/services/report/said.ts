import { checkWords, gateWords, inPlace, inPlaceOf, itemInPlace, piecesInPlace, stepInPlace } from '../../core/telling';
import { fastenerKindOf, capital, sideWords, workKindOf } from '../../core/trade';
import {
  type ActionGraph,
  type GateCheck,
  inRound,
  readGateKey,
  readRound,
  readStepKey,
  replacedParts,
  staysOut,
  stepKey,
} from '../../core/planning';
import { itemWords, readCheckKey, readItemKey } from '../../core/document';
import type { LaterLine, RunReport, VisitReport } from '../../contracts/views';
import {
  gateWordsOfVersion1,
  isBalanced,
  isOfVersion1,
  readSerial,
  serialOf,
  type RunEvent,
  type RunState,
  comparedLines,
  foldVisit,
  type VisitEvent,
  type VisitState,
} from '../../core/bay';
import { insertKeptReport, listEvents, listPeople, type Db, type RunRow } from '../../data';
import { lookAt, sparesUsed } from '../run-view';
import { VERSION } from '../version';
import { linesOf } from '../visit-lines';

/** Names by id, for those who work or worked in a branch. */
export async function namesIn(db: Db): Promise<(id: string) => string> {
  const names = new Map((await listPeople(db)).map(({ id, name }) => [id, name]));
  return (id) => names.get(id) ?? id;
}

/** Folds what a finished run says and keeps it, once: no later version says it otherwise. `isOlder`: it was finished under a version that kept nothing, and told the last answer to each test alone. */
export async function keepRunReport(tx: Db, run: Pick<RunRow, 'id' | 'plan'>, isOlder = false): Promise<void> {
  const { events } = await listEvents<RunEvent>(tx, run.id, 0);
  // What comes later stands beside, and is not kept with it.
  await insertKeptReport(tx, run.id, VERSION, { ...runReport(run, events, await namesIn(tx), isOlder), later: [] });
}

/** The same for a visit whose vehicle was given back. */
export async function keepVisitReport(tx: Db, visit: string, runs: RunRow[]): Promise<void> {
  const { events } = await listEvents<VisitEvent>(tx, visit, 0);
  await insertKeptReport(tx, visit, VERSION, visitReport(runs, foldVisit(events)));
}

/** The same for a vehicle that was given back under a version that kept nothing: it told what came after the signature among the rest. */
export async function keepOlderVisitReport(tx: Db, visit: string, runs: RunRow[]): Promise<void> {
  const state = foldVisit((await listEvents<VisitEvent>(tx, visit, 0)).events);
  await insertKeptReport(tx, visit, VERSION, visitReport(runs, state, true));
}

/** What a visit says of its checks. What was recorded after the signature stands beside (`later`), never among what was signed; older versions told it among the rest. */
export function visitReport(runs: RunRow[], visit: VisitState, isOlder = false): VisitReport {
  const isLate = (one: { later?: true } | null) => !!one?.later && !isOlder;
  const inTime = <T extends { later?: true }>(all: T[]) => all.filter((one) => !isLate(one));
  const lines = new Map(
    [...visit.lines].map(([key, line]) => [
      key,
      {
        ...line,
        arrival: isLate(line.arrival) ? null : line.arrival,
        departure: isLate(line.departure) ? null : line.departure,
      },
    ]),
  );
  return {
    lines: comparedLines(linesOf(runs, visit), { ...visit, lines }),
    marks: inTime(visit.marks).map((mark, n) => ({ ...mark, n: n + 1 })),
    waits: visit.waits,
    notes: inTime(visit.notes).map(({ text }) => text),
    photos: inTime(visit.photos).map(({ photo, words }) => ({ id: photo, words: words ?? '' })),
  };
}

/** What a run says, folded from its log. */
export function runReport(
  run: Pick<RunRow, 'plan'>,
  events: RunEvent[],
  name: (id: string) => string,
  isOlder = false,
): RunReport {
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
  const gateOf = (key: string) =>
    isOfVersion1(run.plan, events)
      ? gateWordsOfVersion1(run.plan, key, gates)
      : (gates.get(key) ?? gateWords(run.plan.documents, gateOfKey(key, state.log)));
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
      serial: serialOf(state.log, line),
    })),
    tests: isOlder
      ? [...state.tests.values()].map(({ gate, check, result }) => ({
          gate: gateOf(gate),
          check: lines.get(check) ?? check,
          result,
        }))
      : state.testLog.map(({ gate, check, result, note, person, at: time, round }) => ({
          gate: gateOf(gate),
          check: lines.get(check) ?? checkOfId(basis.graph, check),
          result,
          note,
          by: name(person),
          at: time,
          round,
        })),
    changed: changedWords(basis.graph, state),
    overridden: isOlder
      ? [...state.gates].flatMap(([key, { reason, person }]) =>
          reason ? [{ gate: gateOf(key), reason, by: name(person) }] : [],
        )
      : state.log.flatMap((event) =>
          event.type === 'overridden'
            ? [{ gate: gateOf(event.gate), reason: event.reason, by: name(event.person) }]
            : [],
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
        `${words}${settled ? `: ${settled.item ? `put back, ${settled.reason}` : `not from this vehicle, ${settled.reason}`}` : ''}`,
    ),
    fell: isOlder ? [] : fellWords(basis.graph, state),
    asFound: state.asFound.map(({ difference, item }) => `${difference}${inPlaceOf(basis.graph, item)}`),
    skipped: [...state.skipped].map(([action, reason]) => `${stepInPlace(basis.graph, action)}: ${reason}`),
    notes: state.log.flatMap((event) => (event.type === 'note' && readSerial(event) === null ? [event.text] : [])),
    photos: state.log.flatMap((event) =>
      event.type === 'photo' ? [{ id: event.photo, words: event.words ?? itemOf(event.item) }] : [],
    ),
  };
}

/** Pieces that fell inside, and whether they came out again. */
function fellWords(graph: ActionGraph, { log }: Pick<RunState, 'log'>): string[] {
  const fell = new Map<string, { fell: number; found: number }>();
  for (const event of log) {
    if (event.type === 'lost' && event.inside) {
      const counts = fell.get(event.item) ?? { fell: 0, found: 0 };
      fell.set(event.item, { ...counts, fell: counts.fell + event.count });
    }
    const counts = event.type === 'found' ? fell.get(event.item) : undefined;
    if (counts && event.type === 'found') counts.found = Math.min(counts.fell, counts.found + event.count);
  }
  return [...fell].map(([item, { fell: count, found }]) => {
    const ref = readItemKey(item);
    const what = ref ? piecesInPlace(graph, ref, count) : `${count} ×`;
    const outcome = found === count ? 'out again' : found > 0 ? `${found} of them out again` : 'not found';
    return `${what}: ${outcome}`;
  });
}

/** A line of a test by its name alone, where today's way back asks for it no more: it was asked in an earlier round. Events of the first versions name a line by its words. */
function checkOfId(graph: ActionGraph, id: string): string {
  const at = id.indexOf(':');
  const [fact, item] = [id.slice(0, at), id.slice(at + 1)];
  const ref = at < 0 ? null : readItemKey(item);
  const recorded = ref && readCheckKey(graph.documents.get(ref.procedure) ?? {}, item);
  if (recorded) {
    const line: GateCheck = { id, fact: 'recorded', part: null, items: [item], what: recorded };
    return `${checkWords(graph, line)}${inPlace(graph, ref.procedure)}`;
  }
  const index = ref && graph.indexes.get(ref.procedure);
  if (!ref || !index?.typeOf.has(ref.item)) return at < 0 || ref ? 'A test' : id;
  const isLinkFact = fact.startsWith('joined') || fact === 'srs-joined';
  if (isLinkFact !== index.links.has(ref.item))
    return `${capital(itemWords(index, ref.item, graph.catalogue))} works${inPlace(graph, ref.procedure)}`;
  const check = { id, fact: fact as GateCheck['fact'], part: null, items: [item] };
  return `${checkWords(graph, check)}${inPlace(graph, ref.procedure)}`;
}

/** Kinds of work that change a car, in the past tense. */
const CHANGES: Record<string, string> = {
  drill: 'Drilled',
  cut: 'Cut',
  splice: 'Spliced',
  join: 'Joined wires',
  're-pin': 'Re-pinned',
};

/** What was drilled, cut or spliced, and what came out destroyed, each with whether the car can go back to what it was. */
function changedWords(graph: ActionGraph, state: RunState): NonNullable<RunReport['changed']> {
  const done = new Set([...state.done.keys(), ...state.past.flatMap((one) => [...one.done.keys()])]);
  const replaced = replacedParts(
    graph,
    [...done].flatMap((key) => graph.idOf.get(key) ?? []),
  );
  const said = [...done].flatMap((key) => {
    const ref = readStepKey(key);
    const index = graph.indexes.get(ref?.procedure ?? '');
    if (!ref || !index) return [];
    const thing = itemInPlace(graph, { ...ref, procedure: ref.procedure! });
    const work = ref.type === 'work' ? index.works.get(ref.item) : undefined;
    const change = work && (CHANGES[work.kind] ?? (work.reversible === false ? workKindOf(work.kind).verb : null));
    if (work && change)
      return [
        {
          words: `${change}: ${thing}`,
          forGood: work.reversible === false || (['drill', 'cut'].includes(work.kind) && work.reversible !== true),
        },
      ];
    const fastener = ref.type === 'release' ? index.fasteners.get(ref.item) : undefined;
    if (!fastener || !fastenerKindOf(graph.catalogue, fastener).destructive) return [];
    // What stays out with the part that it held came back as nothing.
    const isBack = !staysOut(graph, replaced, { procedure: ref.procedure!, item: ref.item });
    const as = isBack && fastener.refit?.as ? `, came back as ${fastener.refit.as}` : '';
    return [{ words: `Drilled or cut out: ${thing}${as}`, forGood: isBack && fastener.refit?.reversible === false }];
  });
  return [...new Map(said.map((one) => [one.words, one])).values()];
}

/** A gate by its key, where today's way back has no such gate any more: whether its part was on already when it was asked is in the log. */
function gateOfKey(key: string, log: readonly RunEvent[]): Parameters<typeof gateWords>[1] {
  const { key: own, round } = readRound(key);
  const ref = readGateKey(own);
  if (!ref) return { gate: 'test', procedure: null, item: '', of: 'vehicle' };
  const asked = log.findIndex((event) => event.type === 'test' && event.gate === key);
  const seat = inRound(stepKey({ type: 'seat', procedure: ref.procedure, item: ref.item }), round);
  const seated = log.findIndex((event) => event.type === 'done' && event.action === seat);
  return { ...ref, late: ref.of === 'part' && seated >= 0 && seated < asked };
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
