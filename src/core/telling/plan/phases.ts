import { append } from '../../lists';
import { type Action, type ActionGraph, inCraftOrder, type Precedence } from '../../planning';
import { itemKey, regionShares } from '../../document';

/** The chosen actions by when they are done: on the way out, between apart and together, on the way back. */
export interface ByPhase {
  apart: Precedence;
  fit: Precedence;
  /** Node ids of the work that is done on the way back. */
  back: number[];
}

/** Sorts chosen actions by phase. Work that something of an earlier phase waits for is done with that, whatever its own phase. */
export function byPhase(graph: ActionGraph, precedence: Precedence): ByPhase {
  const { actions, before } = precedence;
  const order = { apart: 0, fit: 1, back: 2 };
  const phase = actions.map((id) => order[phaseOf(graph, id)]);
  const pull = (at: number, to: number): void => {
    for (const need of before[at])
      if (phase[need] > to) {
        phase[need] = to;
        pull(need, to);
      }
  };
  actions.forEach((_, at) => pull(at, phase[at]));
  return {
    apart: inCraftOrder(
      graph,
      pickFrom(precedence, (at) => phase[at] === order.apart),
    ),
    fit: inCraftOrder(
      graph,
      pickFrom(precedence, (at) => phase[at] === order.fit),
    ),
    back: actions.filter((_, at) => phase[at] === order.back),
  };
}

function phaseOf(graph: ActionGraph, id: number): 'apart' | 'fit' | 'back' {
  const { type, procedure, item } = graph.nodes[id].ref;
  return type === 'work' ? (graph.indexes.get(procedure!)!.works.get(item)!.phase ?? 'fit') : 'apart';
}

/** Some of the actions, with what must come before what among them. */
function pickFrom({ actions, before }: Precedence, isIn: (at: number) => boolean): Precedence {
  const picked = [...actions.keys()].filter(isIn);
  const placeOf = new Map(picked.map((at, place) => [at, place]));
  return {
    actions: picked.map((at) => actions[at]),
    before: picked.map((at) => before[at].flatMap((need) => placeOf.get(need) ?? [])),
  };
}

/** Prices areas of one part that are peeled back together as one pull over their union. */
export function shareOutPeels(graph: ActionGraph, actions: Action[]): Action[] {
  const areas = new Map<string, Action[]>();
  for (const action of actions) if (action.type === 'peel') append(areas, itemKey(action), action);
  const ms = new Map<string, number>();
  for (const peels of areas.values()) {
    if (peels.length < 2) continue;
    const part = graph.indexes.get(peels[0].procedure!)!.parts.get(peels[0].item)!;
    const shares = regionShares(
      part,
      peels.map(({ region }) => region!),
    );
    peels.forEach(({ key }, at) => ms.set(key, Math.round((peels[0].ms * shares[at]) / shares[0])));
  }
  return actions.map((action) => ({ ...action, ms: ms.get(action.key) ?? action.ms }));
}
