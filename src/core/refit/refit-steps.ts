import { fastenerKindOrGuess, findMotion, linkKindOrGuess } from '../hardware';
import { countOf } from '../procedure';
import type { Action, ActionGraph } from '../graph';
import type { RefitStep, RefitType } from './refit-step';

/** Share of a turned fastener's refit time spent starting it by hand; the rest tightens it (common practice, no source). */
const START_SHARE = 0.5;
const PLACE_SECONDS = 5;
const BATTERY_ON_SECONDS = 60;

/** "seat:kite-rear-door/card", or the bare type for work on the vehicle as a whole. */
export const refitKey = (type: RefitType, action: Action) =>
  action.procedure === null ? type : `${type}:${action.procedure}/${action.item}`;

/**
 * The steps that put back what one removal action took out, in their own order. Turned fasteners come back as start then
 * tighten, others as fit; looking and waiting have no way back.
 */
export function stepsFor(graph: ActionGraph, action: Action): RefitStep[] {
  const step = (type: RefitType, tool: string, seconds: number, notes: string[] = []): RefitStep => ({
    key: refitKey(type, action),
    type,
    procedure: action.procedure,
    item: action.item,
    side: action.side,
    tool,
    ms: Math.round(seconds * 1000),
    place: action.place,
    bin: null,
    reverses: action.key,
    gate: null,
    checks: [],
    notes,
    auto: false,
  });
  const index = action.procedure ? graph.indexes.get(action.procedure)! : null;
  switch (action.type) {
    case 'takeOff':
      return [step('place', 'hand', PLACE_SECONDS)];
    case 'free': {
      const motions = index!.parts.get(action.item)?.motions ?? [];
      const seconds = motions.reduce((sum, code) => sum + (findMotion(graph.catalogue, code)?.seconds ?? 4), 0);
      return [step('seat', 'hand', Math.max(seconds, 2))];
    }
    case 'undo': {
      const link = index!.links.get(action.item)!;
      const kind = linkKindOrGuess(graph.catalogue, link.kind);
      return [step('join', kind.tool, kind.refitSeconds * countOf(link), link.mark ? [`Mark: ${link.mark}.`] : [])];
    }
    case 'release':
      return fastenerSteps(graph, action, step);
    case 'batteryOff':
      return [step('batteryOn', action.tool, BATTERY_ON_SECONDS)];
    case 'check':
    case 'wait':
      return [];
  }
}

function fastenerSteps(
  graph: ActionGraph,
  action: Action,
  step: (type: RefitType, tool: string, seconds: number, notes?: string[]) => RefitStep,
): RefitStep[] {
  const fastener = graph.indexes.get(action.procedure!)!.fasteners.get(action.item)!;
  const kind = fastenerKindOrGuess(graph.catalogue, fastener.kind, fastener.drive !== undefined);
  const seconds = kind.refitSeconds * countOf(fastener);
  const { refit } = fastener;
  const notes = [
    refit?.as ? `Comes back as ${refit.as}${refit.material ? ` (${refit.material})` : ''}.` : null,
    refit?.reversible === false ? 'Cannot go back to stock.' : null,
    refit?.limit === 'plastic'
      ? 'Into plastic: a little beyond hand-tight is enough.'
      : refit?.limit
        ? `Limit: ${refit.limit}.`
        : null,
    kind.threaded && refit?.byHand ? 'By hand only, in the old thread.' : null,
  ].filter((note) => note !== null);
  if (kind.release !== 'turned') return [step('fit', kind.destructive ? 'hand' : fitTool(kind.tool), seconds, notes)];
  return [
    step('start', 'hand', seconds * START_SHARE, notes),
    step('tighten', action.tool, seconds * (1 - START_SHARE), notes),
  ];
}

/** Pry tools are for taking out: those fasteners are pressed back by hand. */
const fitTool = (tool: string) =>
  ['trim-tool', 'taped-steel', 'clip-fork', 'clip-hook', 'heat-gun'].includes(tool) ? 'hand' : tool;
