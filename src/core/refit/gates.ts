import { findPartKind, linkKindOrGuess } from '../hardware';
import { countOf, countedWords, itemWords, type Part } from '../procedure';
import { capital } from '../text';
import type { Covers } from './covers';
import type { ActionGraph } from '../graph';
import { reaches, stepAt, type RefitGraph } from './refit-graph';
import type { GateCheck, GateKind, RefitStep } from './refit-step';

/** A gate and the step it stands right before; late ones stand right behind battery-on instead. */
export interface PlacedGate {
  step: RefitStep;
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
  for (const [part, closing] of closingSteps(graph, refit)) {
    const covered = [...(covers.get(part) ?? [])];
    const after = closure(closing, (at) => followers[at]);
    const prior = closure(closing, (at) => refit.before[at]);
    for (const id of covered) {
      const last = refit.last.get(id);
      if (last === undefined || prior.has(last) || after.has(last)) continue;
      refit.before[closing].add(last);
      followers[last].push(closing);
      for (const before of closure(last, (at) => refit.before[at])) prior.add(before);
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

/** A step and everything that `next` leads to from it. */
function closure(start: number, next: (at: number) => Iterable<number>): Set<number> {
  const seen = new Set([start]);
  for (const at of seen) for (const other of next(at)) seen.add(other);
  return seen;
}

interface GateSite {
  graph: ActionGraph;
  refit: RefitGraph;
  part: string;
  closing: number;
  covered: number[];
}

/** The first closing step on each part: its seat, or the fit of its own clips where it was never freed. */
function closingSteps(graph: ActionGraph, refit: RefitGraph): Map<string, number> {
  const closing = new Map<string, number>();
  refit.steps.forEach((step, at) => {
    if (step.type === 'seat') closing.set(`${step.procedure}/${step.item}`, at);
  });
  refit.steps.forEach((step, at) => {
    const staysOn =
      step.type === 'fit' ? graph.indexes.get(step.procedure!)!.fasteners.get(step.item)!.staysOn : undefined;
    const part = staysOn && `${step.procedure}/${staysOn}`;
    if (part && !closing.has(part)) closing.set(part, at);
  });
  return closing;
}

function gateStep(site: GateSite, gate: GateKind, checks: GateCheck[], auto = false): PlacedGate {
  const { place, procedure, side } = site.refit.steps[site.closing];
  const item = site.part.slice(site.part.indexOf('/') + 1);
  return {
    closing: site.closing,
    step: {
      key: `gate:${gate}:${site.part}`,
      type: 'gate',
      procedure,
      item,
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
  const [procedure, item] = splitPart(part);
  const index = graph.indexes.get(procedure)!;
  const checks = refit.steps
    .filter(
      (step) => step.type === 'fit' && step.procedure === procedure && index.fasteners.get(step.item)!.staysOn === item,
    )
    .map((step): GateCheck => {
      const count = countOf(index.fasteners.get(step.item)!);
      return {
        text: `${count} of ${count} ${itemWords(index, step.item, graph.catalogue)} back on the ${itemWords(index, item)}; broken or lost ones replaced`,
        items: [`${procedure}/${step.item}`],
      };
    });
  return checks.length ? gateStep(site, 'clips', checks) : null;
}

const splitPart = (part: string): [string, string] => [
  part.slice(0, part.indexOf('/')),
  part.slice(part.indexOf('/') + 1),
];

function closingInGate(site: GateSite): PlacedGate | null {
  const { graph, covered, part } = site;
  const inside = covered.filter((id) => site.refit.last.has(id));
  if (inside.length === 0) return null;
  const itemsOf = (ids: number[]) =>
    [...new Set(ids.map((id) => `${graph.nodes[id].action!.procedure}/${graph.nodes[id].action!.item}`))].sort();
  const fastenersOnly = inside.every((id) => graph.nodes[id].action!.type === 'release');
  const [procedure, item] = splitPart(part);
  const index = graph.indexes.get(procedure)!;
  const checks: GateCheck[] = [
    {
      text: `Everything behind the ${itemWords(index, item)} is back: ${itemsOf(inside)
        .map((key) => {
          const [home, inner] = splitPart(key);
          return countedWords(graph.indexes.get(home)!, inner, graph.catalogue);
        })
        .join(', ')}`,
      items: itemsOf(inside),
    },
  ];
  if (!fastenersOnly) checks.push({ text: 'No tools or foreign objects inside', items: [] });
  if (!fastenersOnly && isDoor(graph, procedure) && index.parts.get(item)?.kind === 'panel')
    checks.push(...doorChecks(graph, procedure));
  const countsKnow = inside.every((id) => ['release', 'undo'].includes(graph.nodes[id].action!.type));
  return gateStep(site, 'closing-in', checks, countsKnow);
}

const isDoor = (graph: ActionGraph, procedure: string) => /door/.test(graph.documents.get(procedure)!.zone);

function doorChecks(graph: ActionGraph, procedure: string): GateCheck[] {
  const shield = graph.documents.get(procedure)!.parts.find((part) => part.kind === 'shield');
  const checks: GateCheck[] = [
    { text: 'Weep holes clear', items: [] },
    { text: 'Nothing in the glass’s path: window run down and up', items: [] },
  ];
  return shield ? [{ text: 'Water shield sealed all round', items: [`${procedure}/${shield.id}`] }, ...checks] : checks;
}

function testGate(site: GateSite): PlacedGate | null {
  const checks = site.covered.map((id) => testFor(site.graph, id)).filter((check) => check !== null);
  const unique = [...new Map(checks.map((check) => [check.text, check])).values()];
  return unique.length ? gateStep(site, 'test', unique) : null;
}

/** What must be tried once this is joined or back, or null where there is nothing to try. */
export function testFor(graph: ActionGraph, id: number): GateCheck | null {
  const action = graph.nodes[id].action!;
  if (action.procedure === null) return null;
  const index = graph.indexes.get(action.procedure)!;
  const items = [`${action.procedure}/${action.item}`];
  if (action.type === 'undo') {
    const link = index.links.get(action.item)!;
    const owner = link.joins.find((end) => index.parts.has(end));
    const what = owner ? ` of the ${itemWords(index, owner)}` : '';
    if (link.safety === 'srs')
      return {
        text: `SRS ${itemWords(index, link.id)}${what} home and locked; the airbag lamp goes out after its self-check`,
        items,
      };
    const electrical = linkKindOrGuess(graph.catalogue, link.kind).electrical;
    return {
      text: `${capital(itemWords(index, link.id))}${what} joined and ${electrical ? 'working' : 'moving freely'}`,
      items,
    };
  }
  if (action.type === 'free' && isElectrical(graph, index.parts.get(action.item))) {
    return { text: `${capital(itemWords(index, action.item))} works`, items };
  }
  return null;
}

const isElectrical = (graph: ActionGraph, part: Part | undefined) =>
  !!part && !!findPartKind(graph.catalogue, part.kind)?.electrical;

/** Battery on once every SRS link is joined, before every test it can reach; the others are moved behind it. */
function powerFirst(graph: ActionGraph, refit: RefitGraph, gates: PlacedGate[]): PlacedGate[] {
  const power = stepAt(refit, 'batteryOn');
  if (power === null) return gates;
  const isSrs = (step: RefitStep) =>
    step.type === 'join' && graph.indexes.get(step.procedure!)!.links.get(step.item)?.safety === 'srs';
  const srs = refit.steps.map((step, at) => (isSrs(step) ? at : -1)).filter((at) => at >= 0);
  for (const join of srs) refit.before[power].add(join);
  for (const gate of gates.filter(({ step }) => step.gate === 'test')) {
    const late = srs.some((join) => join === gate.closing || reaches(refit, gate.closing, join));
    if (late) defer(graph, gate);
    else refit.before[gate.closing].add(power);
  }
  return gates;
}

function defer(graph: ActionGraph, gate: PlacedGate): void {
  gate.step.late = true;
  const part = itemWords(graph.indexes.get(gate.step.procedure!)!, gate.step.item);
  gate.step.notes.push(
    `No power before every SRS connector is joined, so this test comes after the ${part} is closed: if it fails, the ${part} comes off again.`,
  );
}
