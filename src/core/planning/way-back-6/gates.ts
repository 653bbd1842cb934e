import { fastenerKindOf, findPartKind, findZone } from '../../trade';
import { itemKey, type ItemRef } from '../../document';
import { reachable, stepKey, type Action, type ActionGraph } from '../graph';
import { checkOf, type Covers, type GateCheck, type RefitAction } from '../refit';
import { testBefore7 } from './tests';
import { reaches, stepAt, type RefitGraph } from './refit-graph';

/** A gate and the step it stands right before; late ones stand right behind battery-on instead. */
export interface PlacedGate {
  step: RefitAction;
  closing: number;
  /** Positions of the steps it waits for. */
  needs: number[];
}

/** Time to answer a gate, seconds (common practice, no source). */
export const GATE_SECONDS: Record<'clips' | 'closing-in' | 'test' | 'after-power', number> = {
  clips: 10,
  'closing-in': 20,
  test: 45,
  'after-power': 60,
};

/** Undoing a closed part costs more than this: what it hides is tested before it closes, milliseconds. */
const DEAR_TO_REOPEN_MS = 60_000;

/**
 * The gates of the parts that are closed: clips counted, the cavity complete, everything tested. Once is enough: a zone has one test, before the
 * outermost part over what was undone closes; an inner part has its own only where taking it off again would be dear. A test that needs power while an
 * airbag connector can only be joined later moves behind battery-on and says which part would come off again. Adds the gates' order to `refit`.
 */
export function placeGates(graph: ActionGraph, refit: RefitGraph, covers: Covers): PlacedGate[] {
  const followers = followersOf(refit);
  const sites = closingSteps(graph, refit).map((site): GateSite => {
    const covered = [...(covers.get(itemKey(site.part)) ?? [])];
    coverFirst(refit, followers, site.closing, covered);
    return { graph, refit, ...site, covered };
  });
  const tested = testedSites(graph, sites);
  const gates = sites.flatMap((site) =>
    [clipsGate(site), closingInGate(site), tested.has(site) ? testGate(site) : null].filter((gate) => gate !== null),
  );
  return powerFirst(graph, refit, gates);
}

/** What a part covers is done before it closes, as far as that is not the other way round already. */
function coverFirst(refit: RefitGraph, followers: number[][], closing: number, covered: number[]): void {
  const after = reachable([closing], (at) => followers[at]);
  const prior = reachable([closing], (at) => refit.before[at]);
  for (const id of covered) {
    const last = refit.last.get(id);
    if (last === undefined || prior.has(last) || after.has(last)) continue;
    refit.before[closing].add(last);
    followers[last].push(closing);
    for (const before of reachable([last], (at) => refit.before[at])) prior.add(before);
  }
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
    if (type === 'seat' || type === 'seal') add({ procedure: procedure!, item }, at);
  });
  refit.steps.forEach(({ type, procedure, item }, at) => {
    const staysOn = type === 'fit' ? graph.indexes.get(procedure!)!.fasteners.get(item)!.staysOn : undefined;
    if (staysOn) add({ procedure: procedure!, item: staysOn }, at);
  });
  return [...found.values()];
}

function gateStep(site: GateSite, gate: keyof typeof GATE_SECONDS, checks: GateCheck[], needs: number[]): PlacedGate {
  const { place, side } = site.refit.steps[site.closing];
  return {
    closing: site.closing,
    needs,
    step: {
      key: stepKey({ type: `gate:${gate}`, ...site.part }),
      type: 'gate',
      ...site.part,
      side,
      tool: 'hand',
      ms: GATE_SECONDS[gate] * 1000,
      place,
      bin: null,
      reverses: null,
      gate,
      checks,
      notes: [],
    },
  };
}

function clipsGate(site: GateSite): PlacedGate | null {
  const { graph, refit, part } = site;
  const index = graph.indexes.get(part.procedure)!;
  const own = refit.steps.filter(
    ({ type, procedure, item }) =>
      type === 'fit' &&
      procedure === part.procedure &&
      index.fasteners.get(item)!.staysOn === part.item &&
      !fastenerKindOf(graph.catalogue, index.fasteners.get(item)!).integral,
  );
  const checks = own.map((step) => checkOf('pieces-back', part, [itemKey(step)]));
  return checks.length ? gateStep(site, 'clips', checks, []) : null;
}

const kindOf = ({ graph, part }: GateSite) =>
  findPartKind(graph.catalogue, graph.indexes.get(part.procedure)!.parts.get(part.item)?.kind ?? '');

/** The steps that put back what a part covers. */
const insideOf = ({ refit, covered }: GateSite) =>
  covered.map((id) => refit.last.get(id)).filter((at) => at !== undefined);

/** Before a cavity is shut: everything that belongs in there is in there. What the counts prove by themselves is not asked. */
function closingInGate(site: GateSite): PlacedGate | null {
  const { graph, part } = site;
  const inside = site.covered.filter((id) => site.refit.last.has(id)).map((id) => graph.nodes[id].action!);
  const countsKnow = inside.every(({ type }) => type === 'release' || type === 'undo');
  const left = leftChecks(site);
  const closes = !!kindOf(site)?.closesCavity && !countsKnow;
  if (!closes && left.length === 0) return null;
  const items = [...new Set(inside.filter((action) => isLoosePiece(graph, action)).map(itemKey))].sort();
  // A cap or a crank over what was worked on asks for nothing but what the work left, where nothing asked before it.
  const checks = closes
    ? [checkOf('inside-back', part, items), ...left, checkOf('nothing-left-inside', part, []), ...doorChecks(site)]
    : left;
  return gateStep(site, 'closing-in', checks, insideOf(site));
}

/** What work behind the part left there: cleared before it closes. */
function leftChecks({ graph, part, covered }: GateSite): GateCheck[] {
  return covered.flatMap((id) => {
    const { type, procedure, item } = graph.nodes[id].action!;
    const work = type === 'work' ? graph.indexes.get(procedure!)!.works.get(item) : undefined;
    return (work?.leaves ?? []).map((fact) => checkOf(fact, part, [itemKey({ procedure, item })]));
  });
}

/** What is moulded to its part comes back with that. */
function isLoosePiece(graph: ActionGraph, { type, procedure, item }: Action): boolean {
  const fastener = type === 'release' ? graph.indexes.get(procedure!)!.fasteners.get(item) : undefined;
  return !fastener || !fastenerKindOf(graph.catalogue, fastener).integral;
}

/** What is looked at before a door's panel closes its cavity. */
function doorChecks(site: GateSite): GateCheck[] {
  const { graph, part } = site;
  const document = graph.documents.get(part.procedure)!;
  const isPanel = graph.indexes.get(part.procedure)!.parts.get(part.item)?.kind === 'panel';
  if (!isPanel || !findZone(document.zone)?.isDoor) return [];
  const shield = document.parts.find(({ kind }) => kind === 'shield');
  return [
    ...(shield ? [sealedCheck(site, { procedure: document.id, item: shield.id })] : []),
    checkOf('weep-holes-clear', part, []),
    checkOf('glass-path-clear', part, []),
  ];
}

/** A shield of which only areas were peeled back is asked about for those. */
function sealedCheck({ refit, part }: GateSite, shield: ItemRef): GateCheck {
  const check = checkOf('shield-sealed', part, [itemKey(shield)]);
  const own = refit.steps.filter((step) => step.item === shield.item && step.procedure === shield.procedure);
  const regions = own.flatMap(({ type, region }) => (type === 'seal' && region ? [region] : []));
  const isWhole = regions.length === 0 || own.some(({ type }) => type === 'seat');
  return isWhole ? check : { ...check, regions };
}

/**
 * The parts before whose closing a zone is tested: the outermost ones that hide something to test, those that shut a cavity or are large before all others, and inner ones that are dear
 * to reopen. A small trim over the edge of a panel does not hide it. Where nothing large closes, one part stands for the zone: the one that hides the most.
 */
function testedSites(graph: ActionGraph, sites: GateSite[]): Set<GateSite> {
  const chosen = new Set<GateSite>();
  for (const procedure of new Set(sites.map(({ part }) => part.procedure))) {
    const hiding = sites.filter((site) => site.part.procedure === procedure && testsOf(site).length);
    const isInner = (site: GateSite) =>
      hiding.some(
        (other) => other !== site && isCoveredBy(graph, site, other) && (isBig(other) || !kindOf(site)?.isLarge),
      );
    const outer = hiding.filter((site) => !isInner(site));
    const [most] = [...outer].sort((a, b) => testsOf(b).length - testsOf(a).length || a.closing - b.closing);
    for (const site of outer.some(isBig) ? outer.filter(isBig) : most ? [most] : []) chosen.add(site);
    for (const site of hiding) if (isInner(site) && isBig(site) && reopenMs(site) > DEAR_TO_REOPEN_MS) chosen.add(site);
  }
  return chosen;
}

const isBig = (site: GateSite) => !!kindOf(site)?.closesCavity || !!kindOf(site)?.isLarge;

const testsOf = ({ graph, covered }: GateSite) =>
  covered.map((id) => testBefore7(graph, id)).filter((check) => check !== null);

const isCoveredBy = (graph: ActionGraph, site: GateSite, other: GateSite) =>
  other.covered.some((id) => {
    const { type, procedure, item } = graph.nodes[id].ref;
    return type === 'free' && procedure === site.part.procedure && item === site.part.item;
  });

/** What taking a part off again would take by itself: its own fasteners and its motion. */
function reopenMs({ graph, refit, part }: GateSite): number {
  const index = graph.indexes.get(part.procedure)!;
  return [...refit.first.keys()]
    .map((id) => graph.nodes[id].action!)
    .filter(({ procedure, item, type }) => {
      const holds = type === 'release' ? index.fasteners.get(item)?.holds : undefined;
      return procedure === part.procedure && (item === part.item || !!holds?.includes(part.item));
    })
    .reduce((sum, { ms }) => sum + ms, 0);
}

/** Its lines are filled in when the order is known: everything that is joined by then. */
function testGate(site: GateSite): PlacedGate {
  const unique = [...new Map(testsOf(site).map((check) => [check.id, check])).values()];
  return gateStep(site, 'test', unique, insideOf(site));
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
    gate.needs.push(power);
    // Where power waits for that closing, by way of an SRS link or otherwise, the test can only come after it.
    const late = gate.closing === power || reaches(refit, gate.closing, power);
    if (late) defer(gate);
    else refit.before[gate.closing].add(power);
  }
  return gates;
}

function defer(gate: PlacedGate): void {
  gate.step.late = true;
  gate.needs.push(gate.closing);
  gate.step.notes.push({
    note: 'test-after-power',
    parts: [{ procedure: gate.step.procedure!, item: gate.step.item }],
  });
}
