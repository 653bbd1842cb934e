import { findPartKind, linkKindOrGuess } from '../hardware';
import { itemKey, type ItemRef } from '../procedure';
import { findZone } from '../vehicle';
import { reachable, stepKey, type ActionGraph } from '../graph';
import type { Covers } from './covers';
import { reaches, stepAt, type RefitGraph } from './refit-graph';
import { checkOf, type GateCheck, type GateKind, type RefitAction } from './refit-step';

/** A gate and the step it stands right before; late ones stand right behind battery-on instead. */
export interface PlacedGate {
  step: RefitAction;
  closing: number;
}

/**
 * The gates of every part that is closed: clips counted, closing-in complete, everything tested. A test that needs power
 * while an airbag connector can only be joined later moves behind battery-on and says which part would come off again.
 * Adds the gates' order to `refit`.
 */
export function placeGates(graph: ActionGraph, refit: RefitGraph, covers: Covers): PlacedGate[] {
  const gates: PlacedGate[] = [];
  const followers = followersOf(refit);
  for (const { part, closing } of closingSteps(graph, refit)) {
    const covered = [...(covers.get(itemKey(part)) ?? [])];
    const after = reachable([closing], (at) => followers[at]);
    const prior = reachable([closing], (at) => refit.before[at]);
    for (const id of covered) {
      const last = refit.last.get(id);
      if (last === undefined || prior.has(last) || after.has(last)) continue;
      refit.before[closing].add(last);
      followers[last].push(closing);
      for (const before of reachable([last], (at) => refit.before[at])) prior.add(before);
    }
    const at = { graph, refit, part, closing, covered };
    gates.push(...[clipsGate(at), closingInGate(at), testGate(at)].filter((gate) => gate !== null));
  }
  return powerFirst(graph, refit, gates);
}

function followersOf(refit: RefitGraph): number[][] {
  const followers: number[][] = refit.steps.map(() => []);
  refit.before.forEach((set, at) => {
    for (const before of set) followers[before].push(at);
  });
  return followers;
}

/** A part that is closed, the step that begins to close it, and the done nodes it covers. */
interface GateSite {
  graph: ActionGraph;
  refit: RefitGraph;
  part: ItemRef;
  closing: number;
  covered: number[];
}

/** The first closing step on each part: its seat, or the fit of its own clips where it was never freed. */
function closingSteps(graph: ActionGraph, refit: RefitGraph): { part: ItemRef; closing: number }[] {
  const found = new Map<string, { part: ItemRef; closing: number }>();
  const add = (part: ItemRef, closing: number) => {
    if (!found.has(itemKey(part))) found.set(itemKey(part), { part, closing });
  };
  refit.steps.forEach(({ type, procedure, item }, at) => {
    if (type === 'seat') add({ procedure: procedure!, item }, at);
  });
  refit.steps.forEach(({ type, procedure, item }, at) => {
    const staysOn = type === 'fit' ? graph.indexes.get(procedure!)!.fasteners.get(item)!.staysOn : undefined;
    if (staysOn) add({ procedure: procedure!, item: staysOn }, at);
  });
  return [...found.values()];
}

function gateStep(site: GateSite, gate: GateKind, checks: GateCheck[], auto = false): PlacedGate {
  const { place, side } = site.refit.steps[site.closing];
  return {
    closing: site.closing,
    step: {
      key: stepKey({ type: `gate:${gate}`, ...site.part }),
      type: 'gate',
      ...site.part,
      side,
      tool: 'hand',
      ms: 0,
      place,
      bin: null,
      reverses: null,
      gate,
      checks,
      notes: [],
      auto,
    },
  };
}

function clipsGate(site: GateSite): PlacedGate | null {
  const { graph, refit, part } = site;
  const index = graph.indexes.get(part.procedure)!;
  const own = refit.steps.filter(
    ({ type, procedure, item }) =>
      type === 'fit' && procedure === part.procedure && index.fasteners.get(item)!.staysOn === part.item,
  );
  const checks = own.map((step) => checkOf('pieces-back', part, [itemKey(step)]));
  return checks.length ? gateStep(site, 'clips', checks) : null;
}

function closingInGate(site: GateSite): PlacedGate | null {
  const { graph, part } = site;
  const inside = site.covered.filter((id) => site.refit.last.has(id)).map((id) => graph.nodes[id].action!);
  if (inside.length === 0) return null;
  const items = [...new Set(inside.map(itemKey))].sort();
  const checks = [checkOf('inside-back', part, items)];
  const fastenersOnly = inside.every(({ type }) => type === 'release');
  if (!fastenersOnly) checks.push(checkOf('nothing-left-inside', part, []), ...doorChecks(graph, part));
  const countsKnow = inside.every(({ type }) => type === 'release' || type === 'undo');
  return gateStep(site, 'closing-in', checks, countsKnow);
}

/** What is looked at before a door's panel closes its cavity. */
function doorChecks(graph: ActionGraph, part: ItemRef): GateCheck[] {
  const document = graph.documents.get(part.procedure)!;
  const isPanel = graph.indexes.get(part.procedure)!.parts.get(part.item)?.kind === 'panel';
  if (!isPanel || !findZone(document.zone)?.isDoor) return [];
  const shield = document.parts.find(({ kind }) => kind === 'shield');
  return [
    ...(shield ? [checkOf('shield-sealed', part, [itemKey({ procedure: document.id, item: shield.id })])] : []),
    checkOf('weep-holes-clear', part, []),
    checkOf('glass-path-clear', part, []),
  ];
}

function testGate(site: GateSite): PlacedGate | null {
  const checks = site.covered.map((id) => testFor(site.graph, id)).filter((check) => check !== null);
  const unique = [...new Map(checks.map((check) => [check.id, check])).values()];
  return unique.length ? gateStep(site, 'test', unique) : null;
}

/** What must be tried once this is joined or back, or null where there is nothing to try. */
export function testFor(graph: ActionGraph, id: number): GateCheck | null {
  const { type, procedure, item } = graph.nodes[id].action!;
  if (procedure === null) return null;
  const index = graph.indexes.get(procedure)!;
  const items = [itemKey({ procedure, item })];
  if (type === 'undo') {
    const link = index.links.get(item)!;
    if (link.safety === 'srs') return checkOf('srs-joined', null, items);
    const { electrical } = linkKindOrGuess(graph.catalogue, link.kind);
    return checkOf(electrical ? 'joined-and-working' : 'joined-and-moving', null, items);
  }
  const part = index.parts.get(item);
  const isElectrical = !!part && !!findPartKind(graph.catalogue, part.kind)?.electrical;
  return type === 'free' && isElectrical ? checkOf('works', null, items) : null;
}

/** Battery on once every SRS link is joined, before every test it can reach; the others are moved behind it. */
function powerFirst(graph: ActionGraph, refit: RefitGraph, gates: PlacedGate[]): PlacedGate[] {
  const power = stepAt(refit, 'batteryOn');
  if (power === null) return gates;
  const isSrs = (step: RefitAction) =>
    step.type === 'join' && graph.indexes.get(step.procedure!)!.links.get(step.item)?.safety === 'srs';
  const srs = refit.steps.map((step, at) => (isSrs(step) ? at : -1)).filter((at) => at >= 0);
  for (const join of srs) refit.before[power].add(join);
  for (const gate of gates.filter(({ step }) => step.gate === 'test')) {
    const late = srs.some((join) => join === gate.closing || reaches(refit, gate.closing, join));
    if (late) defer(gate.step);
    else refit.before[gate.closing].add(power);
  }
  return gates;
}

function defer(gate: RefitAction): void {
  gate.late = true;
  gate.notes.push({ note: 'test-after-power', part: { procedure: gate.procedure!, item: gate.item } });
}
