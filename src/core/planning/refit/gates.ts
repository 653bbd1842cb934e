import { fastenerKindOf, findZone, toolFor, workKindOf } from '../../trade';
import { heldParts, itemKey, type ItemRef, type Leaving } from '../../document';
import { stepKey, type Action, type ActionGraph } from '../graph';
import type { Covers } from './covers';
import { offerOf } from './hands';
import { partKind } from './part-kind';
import type { RefitGraph } from './refit-graph';
import { checkOf, type GateCheck, type GateKind, type RefitAction } from './refit-step';
import { glassCheck, glassOf } from './trials';

/** A gate and the step it stands before. */
export interface PlacedGate {
  step: RefitAction;
  /** Position of the step that begins to close its part: the offer, the seat of one that was only freed, else the first of its own clips. */
  closing: number;
  /** Positions of the steps it waits for. */
  needs: number[];
}

/** Time to answer a gate, seconds (common practice, no source). */
export const GATE_SECONDS: Record<GateKind, number> = {
  clips: 10,
  'closing-in': 20,
  test: 45,
  'before-power': 10,
  'airbag-lamp': 15,
  'after-power': 60,
};

/** A part that goes back, the step that begins to close it, and the done nodes it covers. */
export interface Site {
  part: ItemRef;
  closing: number;
  covered: number[];
}

/** The parts that go back, each with the step that begins to close it. */
export function sitesOf(graph: ActionGraph, refit: RefitGraph, covers: Covers): Site[] {
  const found = new Map<string, Site>();
  const add = (part: ItemRef, closing: number) => {
    const key = itemKey(part);
    if (!found.has(key)) found.set(key, { part, closing, covered: [...(covers.get(key) ?? [])] });
  };
  refit.steps.forEach(({ type, procedure, item }, at) => {
    const part = { procedure: procedure!, item };
    if (type === 'seat') add(part, offerOf(refit, itemKey(part)) ?? at);
  });
  refit.steps.forEach(({ type, procedure, item }, at) => {
    if (type === 'seal') add({ procedure: procedure!, item }, at);
  });
  refit.steps.forEach(({ type, procedure, item }, at) => {
    const staysOn = type === 'fit' ? graph.indexes.get(procedure!)!.fasteners.get(item)!.staysOn : undefined;
    if (staysOn) add({ procedure: procedure!, item: staysOn }, at);
  });
  return [...found.values()];
}

/** What a part covers is back before it is offered, as far as that is not the other way round already. */
export function coverFirst(refit: RefitGraph, sites: readonly Site[]): void {
  for (const { closing, covered } of sites)
    for (const id of covered) {
      const last = refit.last.get(id);
      if (last !== undefined && !refit.waits.has(last, closing)) refit.waits.bind(last, closing);
    }
}

/** The standing gates of the parts that go back: what is inside looked after, and their clips counted, before they are offered. Counts of parts that shut nothing become a note of their seat. */
export function gatesOf(
  graph: ActionGraph,
  refit: RefitGraph,
  sites: readonly Site[],
  undone: readonly number[],
): PlacedGate[] {
  const asked = new Set<string>();
  const drilled = drilledOut(graph, undone);
  // What comes earlier has fewer before it: inner parts ask before outer ones.
  const before = new Map(sites.map((site) => [site, refit.waits.allBefore(site.closing).length]));
  const inOrder = [...sites].sort((a, b) => before.get(a)! - before.get(b)!);
  return inOrder.flatMap((site) =>
    [clipsGate(graph, refit, site), insideGate(graph, refit, drilled, site, asked)].filter((gate) => gate !== null),
  );
}

function gateStep(
  refit: RefitGraph,
  { part, closing }: Site,
  gate: GateKind,
  checks: GateCheck[],
  needs: number[],
): PlacedGate {
  const { place, side } = refit.steps[closing];
  return {
    closing,
    needs,
    step: gateAction(gate, { ...part, key: stepKey({ type: `gate:${gate}`, ...part }), place, side }, checks),
  };
}

/** Where an action stands and what it is called. */
type Named = Pick<RefitAction, 'key' | 'procedure' | 'item' | 'side' | 'place'>;

/** A step of the way back that puts nothing back by itself. */
export const loneAction = (
  type: RefitAction['type'],
  { key, procedure, item, side, place }: Named,
  ms: number,
): RefitAction => ({
  key,
  type,
  procedure,
  item,
  side,
  tool: 'hand',
  ms,
  place,
  bin: null,
  reverses: null,
  gate: null,
  checks: [],
  notes: [],
});

/** A gate as a step of the way back. */
export const gateAction = (gate: GateKind, named: Named, checks: GateCheck[]): RefitAction => ({
  ...loneAction('gate', named, GATE_SECONDS[gate] * 1000),
  gate,
  checks,
});

function clipsGate(graph: ActionGraph, refit: RefitGraph, site: Site): PlacedGate | null {
  const { part } = site;
  const index = graph.indexes.get(part.procedure)!;
  const own = refit.steps.filter(
    ({ type, procedure, item }) =>
      type === 'fit' &&
      procedure === part.procedure &&
      index.fasteners.get(item)!.staysOn === part.item &&
      !fastenerKindOf(graph.catalogue, index.fasteners.get(item)!).integral,
  );
  if (own.length === 0) return null;
  if (partKind(graph, part)?.closesCavity)
    return gateStep(
      refit,
      site,
      'clips',
      own.map((step) => checkOf('pieces-back', part, [itemKey(step)])),
      [],
    );
  const seat = refit.at.get(`seat:${itemKey(part)}`);
  const told = seat === undefined ? own[0] : refit.steps[seat];
  for (const { item } of own)
    told.notes.push({ note: 'clips-on', fastener: { procedure: part.procedure, item }, part });
  return null;
}

/**
 * Before a cavity is shut: what belongs in there is in there, what work left is gone, nothing else is inside. It stands wherever anything behind was undone, worked on, taken away or fitted new, or
 * the part itself was off; a part that shuts nothing asks only for what work left behind it, where nothing asked before.
 */
function insideGate(
  graph: ActionGraph,
  refit: RefitGraph,
  drilled: readonly Drilled[],
  site: Site,
  asked: Set<string>,
): PlacedGate | null {
  const { part, covered } = site;
  const begin = refit.holds.find((hold) => hold.includes(site.closing))?.[0] ?? site.closing;
  const closes = partKind(graph, part)?.closesCavity && (covered.length > 0 || refit.at.has(`place:${itemKey(part)}`));
  const left = leftBehind(graph, drilled, site).filter(({ id }) => !asked.has(id));
  if (!closes && left.length === 0) return null;
  for (const { id } of left) asked.add(id);
  // What is joined with the part in the hand is not inside yet.
  const back = covered.filter((id) => refit.last.has(id) && refit.waits.has(refit.last.get(id)!, begin));
  const pieces = back.flatMap((id) =>
    isLoosePiece(graph, graph.nodes[id].action!) ? [itemKey(graph.nodes[id].action!)] : [],
  );
  const inside = [...new Set(pieces)].filter((key) => !asked.has(key)).sort();
  if (closes) for (const key of inside) asked.add(key);
  const standing = [
    ...(inside.length ? [checkOf('inside-back', part, inside)] : []),
    ...left,
    checkOf('nothing-left-inside', part, []),
    ...doorChecks(graph, refit, part, asked),
  ];
  const needs = back.map((id) => refit.last.get(id)!);
  return gateStep(refit, site, 'closing-in', closes ? standing : left, needs);
}

/** What clears what work left: where such work of the same place is done, nothing has to be asked. */
const CLEARS: Record<Leaving, string | null> = {
  swarf: 'clean',
  'bare-edge': 'seal',
  'open-hole': null,
  'warm-glue': null,
};

/** What work behind a part left there, and the swarf of what was drilled out. */
function leftBehind(graph: ActionGraph, drilled: readonly Drilled[], { part, covered }: Site): GateCheck[] {
  const worked = covered.flatMap((id) => {
    const { type, procedure, item } = graph.nodes[id].ref;
    const work = type === 'work' ? graph.indexes.get(procedure!)!.works.get(item) : undefined;
    return work ? [{ work, key: itemKey({ procedure, item }) }] : [];
  });
  const isCleared = (fact: Leaving, place: string | undefined) =>
    worked.some(({ work }) => workKindOf(work.kind).code === CLEARS[fact] && work.for === place);
  const own = worked.flatMap(({ work, key }) =>
    (work.leaves ?? []).filter((fact) => !isCleared(fact, work.for)).map((fact) => checkOf(fact, part, [key])),
  );
  // Of the part itself, or behind it.
  const swarf = drilled.filter(({ id, held }) => held.includes(itemKey(part)) || covered.includes(id));
  return [...own, ...swarf.map(({ key }) => checkOf('swarf', part, [key]))];
}

/** A fastener that was drilled out, by the node that did. */
interface Drilled {
  id: number;
  key: string;
  /** The parts that it held, by `itemKey`. */
  held: string[];
}

/** The fasteners that were drilled out, whether they come back or not. */
function drilledOut(graph: ActionGraph, undone: readonly number[]): Drilled[] {
  return undone.flatMap((id) => {
    const { type, procedure, item } = graph.nodes[id].ref;
    const fastener = type === 'release' ? graph.indexes.get(procedure!)!.fasteners.get(item)! : undefined;
    const kind = fastener && fastenerKindOf(graph.catalogue, fastener);
    if (!kind?.destructive || toolFor(kind.tool).caution !== 'drill') return [];
    const held = heldParts(fastener!).map((part) => itemKey({ procedure, item: part }));
    return [{ id, key: itemKey({ procedure, item }), held }];
  });
}

/** What is moulded to its part comes back with that; what was destroyed does not come back. */
function isLoosePiece(graph: ActionGraph, { type, procedure, item }: Action): boolean {
  const fastener = type === 'release' ? graph.indexes.get(procedure!)!.fasteners.get(item) : undefined;
  const kind = fastener && fastenerKindOf(graph.catalogue, fastener);
  return !kind || (!kind.integral && !kind.destructive);
}

/** What is looked at before a door's panel closes its cavity; the shield is asked about once, over it. */
function doorChecks(graph: ActionGraph, refit: RefitGraph, part: ItemRef, asked: Set<string>): GateCheck[] {
  const document = graph.documents.get(part.procedure)!;
  if (partKind(graph, part)?.code !== 'panel' || !findZone(document.zone)?.isDoor) return [];
  const presence = graph.presence.get(part.procedure)!.of;
  const shield = document.parts.find(({ id, kind }) => kind === 'shield' && presence.get(id) !== 'absent');
  const isFirst = !asked.has(`door ${document.id}`) && !!asked.add(`door ${document.id}`);
  return [
    ...(shield && isFirst ? [sealedCheck(refit, part, { procedure: document.id, item: shield.id })] : []),
    ...(isFirst ? [checkOf('weep-holes-clear', part, [])] : []),
    ...(['crank', 'either'].includes(glassOf(graph, document.id)) ? [glassCheck(graph, part, 'crank')] : []),
  ];
}

/** A shield of which only areas were peeled back is asked about for those. */
function sealedCheck({ steps }: RefitGraph, part: ItemRef, shield: ItemRef): GateCheck {
  const check = checkOf('shield-sealed', part, [itemKey(shield)]);
  const own = steps.filter((step) => step.item === shield.item && step.procedure === shield.procedure);
  const regions = own.flatMap(({ type, region }) => (type === 'seal' && region ? [region] : []));
  const isWhole = regions.length === 0 || own.some(({ type }) => type === 'seat');
  return isWhole ? check : { ...check, regions };
}
