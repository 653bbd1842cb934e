import { durationOf, type Duration, type Pace } from '../../shop';
import {
  type Action,
  type ActionGraph,
  type HandStep,
  type OrderedSteps,
  readStepKey,
  type ShopHistory,
  workKey,
} from '../../planning';
import { findZone } from '../../trade';
import type { RefitStep } from '../wording';

/** What is no matter of the order: gates, power and waits for something to dry stand where they are needed. */
const isPriced = ({ kind, actions: [first] }: HandStep): boolean =>
  kind !== 'gate' && kind !== 'power' && readStepKey(first)?.type !== 'dry';

/** Changing tools and moving, seconds: what an order costs besides its steps' own times. */
export const betweenSeconds = ({ steps, cost }: OrderedSteps) =>
  cost.seconds - steps.filter(isPriced).reduce((sum, { ms }) => sum + ms / 1000, 0);

/** Share added for what no step names: looking, walking, the phone (common practice, no source). */
const ALLOWANCE = 0.15;

/** A whole door out and back, for hands that do not know it, takes no less, seconds (common practice, no source). */
const LEAST_DOOR_SECONDS = 15 * 60;

/** Doors whose panel comes off whole. */
const doorsOpened = ({ documents, indexes }: Pick<ActionGraph, 'documents' | 'indexes'>, removal: Action[]): string[] =>
  removal.flatMap(({ type, procedure, item }) => {
    const isPanel = type === 'takeOff' && indexes.get(procedure!)?.parts.get(item)?.kind === 'panel';
    return isPanel && findZone(documents.get(procedure!)!.zone)?.isDoor ? [procedure!] : [];
  });

/** A duration that is no less than doors take which nobody here has done yet. */
export function noLessThanDoors(
  graph: ActionGraph,
  removal: Action[],
  { paces }: Pick<ShopHistory, 'paces'>,
  { likelySeconds, safeSeconds }: Duration,
): Duration {
  const unknown = new Set(doorsOpened(graph, removal)).size * LEAST_DOOR_SECONDS;
  const isKnown = paces[workKey([...graph.documents.values()])] !== undefined;
  if (isKnown || likelySeconds === 0 || likelySeconds >= unknown) return { likelySeconds, safeSeconds };
  // The least is said as it is, not as a product that rounds below it.
  return { likelySeconds: unknown, safeSeconds: Math.max(unknown, (safeSeconds * unknown) / likelySeconds) };
}

/** How long taking apart and putting back take together. Waiting is in the steps where the shop knows its time. */
export function timeOf(removal: Action[], refit: RefitStep[], between: number, pace: Pace): Duration {
  const seconds = [...removal, ...refit]
    .map((step) => (step.type === 'dry' ? 0 : step.ms / 1000))
    .filter((value) => value > 0);
  const own = seconds.reduce((sum, one) => sum + one, 0);
  return durationOf(seconds, between + ALLOWANCE * (own + between), pace);
}
