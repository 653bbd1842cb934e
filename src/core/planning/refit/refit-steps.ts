import { comesBackNew, comesBackOnNut, fastenerKindOf, findMotion, linkKindOrGuess, toolFor } from '../../trade';
import { countOf, type Fastener, motionsOf, regionShare } from '../../document';
import { freeSeconds, putAsideSeconds, stepKey, type Action, type ActionGraph } from '../graph';
import type { RefitAction, RefitNote, RefitType } from './refit-step';

/** Share of a turned fastener's refit time spent starting it by hand; the rest tightens it (common practice, no source). */
const START_SHARE = 0.5;
const BATTERY_ON_SECONDS = 60;
/** Screwing into a nut that was put in a rivet's place, seconds for one (common practice, no source). */
const SCREW_SECONDS = 10;

/** What goes in before its part is offered: a clip into the part, a nut into the body; null for what comes after. */
export function goesInto(graph: ActionGraph, fastener: Fastener): 'part' | 'body' | null {
  const kind = fastenerKindOf(graph.catalogue, fastener);
  if (kind.goesIntoPart) return 'part';
  return kind.destructive && comesBackOnNut(fastener.refit?.as ?? '') ? 'body' : null;
}

/**
 * The steps that put back what one removal action took out, in their own order. Turned fasteners come back as start then
 * tighten, others as fit; a rivet that comes back as a nut and a screw as all three; looking and waiting have no way back.
 */
export function stepsFor(graph: ActionGraph, action: Action): RefitAction[] {
  const steps = plainStepsFor(graph, action);
  if (action.type !== 'release') return steps;
  const fastener = graph.indexes.get(action.procedure!)!.fasteners.get(action.item)!;
  if (goesInto(graph, fastener) !== 'body') return steps;
  const [fit] = steps;
  const screw = (type: 'start' | 'tighten', tool: string): RefitAction => ({
    ...fit,
    key: stepKey({ ...action, type }),
    type,
    tool,
    ms: Math.round(SCREW_SECONDS * START_SHARE * 1000) * countOf(fastener),
    notes: [],
  });
  return [fit, screw('start', 'hand'), screw('tighten', fastener.drive ?? 'hand')];
}

/** The same as plans before version 7 had it: a rivet comes back in one step. */
export function plainStepsFor(graph: ActionGraph, action: Action): RefitAction[] {
  const step = (type: RefitType, tool: string, seconds: number, notes: RefitNote[] = []): RefitAction => ({
    key: stepKey({ ...action, type }),
    type,
    procedure: action.procedure,
    item: action.item,
    ...(action.region ? { region: action.region } : {}),
    side: action.side,
    tool,
    ms: Math.round(seconds * 1000),
    place: action.place,
    bin: null,
    reverses: action.key,
    gate: null,
    checks: [],
    notes,
  });
  const index = action.procedure ? graph.indexes.get(action.procedure)! : null;
  switch (action.type) {
    case 'takeOff':
      return [step('place', 'hand', putAsideSeconds(index!.parts.get(action.item)!) + 1)];
    case 'free': {
      const part = index!.parts.get(action.item);
      const motions = part ? motionsOf(part) : [];
      const seconds = motions.reduce((sum, code) => sum + (findMotion(graph.catalogue, code)?.seconds ?? 4), 0);
      return [step('seat', 'hand', Math.max(seconds, 2))];
    }
    case 'peel': {
      const part = index!.parts.get(action.item)!;
      return [step('seal', 'hand', freeSeconds(graph.catalogue, part) * regionShare(part, [action.region!]))];
    }
    case 'work':
      return index!.works.get(action.item)!.undo ? [step('restore', 'hand', action.ms / 1000)] : [];
    case 'undo': {
      const link = index!.links.get(action.item)!;
      const kind = linkKindOrGuess(graph.catalogue, link.kind);
      return [
        step(
          'join',
          kind.tool,
          kind.refitSeconds * countOf(link),
          link.mark ? [{ note: 'mark', mark: link.mark }] : [],
        ),
      ];
    }
    case 'release':
      return fastenerSteps(graph, action, step);
    case 'batteryOff':
      return [step('batteryOn', action.tool, BATTERY_ON_SECONDS)];
    case 'check':
    case 'dry':
    case 'wait':
      return [];
  }
}

function fastenerSteps(
  graph: ActionGraph,
  action: Action,
  step: (type: RefitType, tool: string, seconds: number, notes?: RefitNote[]) => RefitAction,
): RefitAction[] {
  const fastener = graph.indexes.get(action.procedure!)!.fasteners.get(action.item)!;
  const kind = fastenerKindOf(graph.catalogue, fastener);
  const seconds = kind.refitSeconds * countOf(fastener);
  const { refit } = fastener;
  const notes: RefitNote[] = [
    ...(refit?.as ? [{ note: 'comes-back-as' as const, as: refit.as, material: refit.material ?? null }] : []),
    ...(!refit?.as && !kind.destructive && comesBackNew(kind, fastener) ? [{ note: 'always-new' as const }] : []),
    ...(refit?.reversible === false ? [{ note: 'not-to-stock' as const }] : []),
    ...(refit?.limit === 'plastic' ? [{ note: 'into-plastic' as const }] : []),
    ...(refit?.limit && refit.limit !== 'plastic' ? [{ note: 'limit' as const, limit: refit.limit }] : []),
    ...(kind.threaded && refit?.byHand ? [{ note: 'by-hand' as const }] : []),
  ];
  if (kind.release !== 'turned')
    return [step('fit', kind.destructive ? 'hand' : fastener.drive ? action.tool : fitTool(kind.tool), seconds, notes)];
  return [
    step('start', 'hand', seconds * START_SHARE, notes),
    step('tighten', action.tool, seconds * (1 - START_SHARE), notes),
  ];
}

/** Tools for taking out only have no work on the way back: those fasteners are pressed home by hand. */
const fitTool = (tool: string) => (toolFor(tool).takesOutOnly ? 'hand' : tool);
