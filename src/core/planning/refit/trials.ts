import { findZone } from '../../trade';
import { checkKey, isAskedBy, type ItemIndex, itemKey, type ItemRef, itemWords, readItemKey } from '../../document';
import type { ActionGraph } from '../graph';
import { holdersOf, offerOf, tiedBy } from './hands';
import { Hides } from './hides';
import { partKind } from './part-kind';
import type { RefitGraph } from './refit-graph';
import { checkOf, type GateCheck } from './refit-step';
import { testFor } from './tests';

/** Parts of several zones that are tried as one: a component set with its crossover in another zone. Members are items, by `itemKey`. */
export interface TestSet {
  id: string;
  members: string[];
}

/** Something that is tried once it is joined and mounted. */
export interface Trial {
  check: GateCheck;
  procedure: string;
  /** Zones and sides that are tried together. */
  group: string;
  /** The stated set that joined them; null where it is one zone alone. */
  set: string | null;
  /** The steps that join and mount it; none where it was never out. */
  mounts: number[];
  /** Needs the battery on. */
  powered: boolean;
  /** Parts, by `itemKey`, that hide it once they are seated. */
  hiddenBy: ReadonlySet<string>;
}

/** How a zone's glass is moved. */
export type Glass = 'motor' | 'crank' | 'either' | 'none';

/** How a door's glass is run up and down on this vehicle. */
export function glassOf(graph: ActionGraph, procedure: string): Glass {
  const document = graph.documents.get(procedure)!;
  if (!findZone(document.zone)?.isDoor || graph.options.windows === 'fixed' || graph.options.windows === 'none')
    return 'none';
  const presence = graph.presence.get(procedure)!.of;
  const cranks = document.parts.filter(({ kind }) => kind === 'crank').map(({ id }) => presence.get(id) ?? 'present');
  if (cranks.includes('present')) return 'crank';
  return cranks.includes('maybe') ? 'either' : 'motor';
}

/** The line that the glass is run, said to be only if fitted where nobody has said what moves it. */
export function glassCheck(graph: ActionGraph, part: ItemRef, by: 'motor' | 'crank'): GateCheck {
  const check = checkOf('glass-path-clear', part, []);
  return glassOf(graph, part.procedure) === 'either' ? { ...check, ifFitted: by } : check;
}

/** What is tried on the way back: what was undone or taken out and works by current or by cable, what was fitted new, and a door's glass before its panel closes. */
export function trialsOf(
  graph: ActionGraph,
  refit: RefitGraph,
  done: readonly number[],
  panels: readonly ItemRef[],
  sets: readonly TestSet[],
): Trial[] {
  const hides = new Hides(graph, refit);
  const groupOf = groupsOf(graph, sets);
  const trials = done.flatMap((id): Trial[] => {
    const check = testFor(graph, id);
    const { ref } = graph.nodes[id];
    if (!check) return [];
    return [
      {
        check,
        procedure: ref.procedure!,
        ...groupOf(ref.procedure!),
        mounts: mountsOf(graph, refit, id),
        powered: check.fact === 'works' || check.fact === 'joined-and-working',
        hiddenBy: hides.of(ref),
      },
    ];
  });
  const glass = panels
    .filter(({ procedure }) => ['motor', 'either'].includes(glassOf(graph, procedure)))
    .map((part) => ({
      check: glassCheck(graph, part, 'motor'),
      procedure: part.procedure,
      ...groupOf(part.procedure),
      mounts: [],
      powered: true,
      hiddenBy: new Set([itemKey(part)]),
    }));
  const all = [...trials, ...glass];
  const recorded = [...graph.documents.keys()]
    .filter((procedure) => done.some((id) => graph.nodes[id].ref.procedure === procedure))
    .flatMap((procedure) =>
      recordedTrials(graph, procedure, panels, all).map((one) => ({ ...one, ...groupOf(procedure) })),
    );
  return [...new Map([...all, ...recorded].map((trial) => [trial.check.id, trial])).values()];
}

/** What a procedure says to try once more, "central lock", unless what is tried anyway is just that. It stands before the first of its panels closes; where none was open it is not asked. */
function recordedTrials(
  graph: ActionGraph,
  procedure: string,
  panels: readonly ItemRef[],
  others: readonly Trial[],
): Omit<Trial, 'group' | 'set'>[] {
  const { checks = [] } = graph.documents.get(procedure)!;
  const index = graph.indexes.get(procedure)!;
  const own = others.filter((trial) => trial.procedure === procedure);
  const asked = own.flatMap(({ check }) =>
    check.fact === 'glass-path-clear'
      ? ['window glass, down and up']
      : check.items.map((key) => triedWords(graph, index, key)),
  );
  const hiddenBy = new Set(panels.filter((part) => part.procedure === procedure).map(itemKey));
  // A cap or a corner trim that comes off alone touches nothing of what works behind the panel.
  const hasPanel = [...index.parts.keys()].some((item) => partKind(graph, { procedure, item })?.code === 'panel');
  if (hasPanel && hiddenBy.size === 0) return [];
  return checks.flatMap((what, at) => {
    if (isAskedBy(what, asked)) return [];
    const check = { ...checkOf('recorded', null, [checkKey(procedure, at)]), what };
    return [{ check, procedure, mounts: [], powered: true, hiddenBy }];
  });
}

/** Everything by which what is tried may be called: its name, its kind, what it belongs to. */
function triedWords(graph: ActionGraph, index: ItemIndex, key: string): string {
  const { item } = readItemKey(key)!;
  const link = index.links.get(item);
  const ids = [item, ...(link?.joins ?? [])].filter((id) => index.typeOf.has(id));
  return ids
    .map(
      (id) =>
        `${itemWords(index, id, graph.catalogue)} ${id} ${index.parts.get(id)?.kind ?? ''}${link?.safety === 'srs' ? ' airbag lamp' : ''}`,
    )
    .join(' ');
}

/** A group is a zone and side; a stated set makes one of several. */
function groupsOf(graph: ActionGraph, sets: readonly TestSet[]): (procedure: string) => Pick<Trial, 'group' | 'set'> {
  const groups = new Map(
    [...graph.documents.values()].map(({ id, zone, side }): [string, Pick<Trial, 'group' | 'set'>] => [
      id,
      { group: `${zone} ${side}`, set: null },
    ]),
  );
  for (const { id, members } of sets) {
    const joined = new Set(members.flatMap((key) => groups.get(readItemKey(key)?.procedure ?? '')?.group ?? []));
    for (const [procedure, { group }] of groups)
      if (joined.has(group)) groups.set(procedure, { group: `set ${id}`, set: id });
  }
  return (procedure) => groups.get(procedure)!;
}

/** The steps that join and mount what a test is about. */
function mountsOf(graph: ActionGraph, refit: RefitGraph, id: number): number[] {
  const { type, procedure, item } = graph.nodes[id].ref;
  const own = refit.last.get(id);
  const index = graph.indexes.get(procedure!)!;
  const joinsOf = (part: string) =>
    [...index.links.values()]
      .filter((link) => tiedBy(index, link).includes(part))
      .flatMap((link) => refit.at.get(`join:${procedure}/${link.id}`) ?? []);
  if (type === 'free') {
    const ref = { procedure: procedure!, item };
    const onceSeated = refit.steps.flatMap((step, at) =>
      step.type === 'work' && step.procedure === procedure && index.works.get(step.item)?.onceSeated === item
        ? [at]
        : [],
    );
    return [...(own === undefined ? [] : [own]), ...holdersOf(graph, refit, ref), ...joinsOf(item), ...onceSeated];
  }
  if (type !== 'undo') return own === undefined ? [] : [own];
  // A plug is tried with the part it is for in its place, where that is electrical itself.
  const ends = index.links
    .get(item)!
    .joins.filter((item) => partKind(graph, { procedure: procedure!, item })?.electrical);
  const seats = ends.flatMap((part) => {
    const seat = refit.at.get(`seat:${procedure}/${part}`);
    return seat === undefined ? [] : [seat, ...holdersOf(graph, refit, { procedure: procedure!, item: part })];
  });
  return [...(own === undefined ? [] : [own]), ...seats];
}

/** A group's tests stand before the first part of it that hides something is seated: everything that can be joined and mounted by then is. */
export function mountBeforeHiding(refit: RefitGraph, trials: readonly Trial[]): void {
  const held = new Map(refit.holds.map((hold) => [hold[0], new Set(hold)]));
  const mount = (part: string, at: number) => {
    const offer = offerOf(refit, part);
    if (offer !== null && !held.get(offer)?.has(at)) refit.waits.bind(at, offer);
  };
  for (const { hiddenBy, mounts } of trials) for (const part of hiddenBy) for (const at of mounts) mount(part, at);
  for (const group of new Set(trials.map((trial) => trial.group))) {
    const own = trials.filter((trial) => trial.group === group);
    const hiding = new Set(own.flatMap((trial) => [...trial.hiddenBy]));
    for (const part of hiding) for (const { mounts } of own) for (const at of mounts) mount(part, at);
  }
}
