import { itemKey, itemWords } from '../../document';
import { capital } from '../../trade';
import type { ActionGraph, RouteChoice, StayingPart, WayCost } from '../../planning';
import { nodeWords } from './reasons';

/** Which way in was taken for an item that has several, as plans publish it. Times in seconds. */
export interface RouteTaken {
  of: string;
  /** Keys of the nodes of the way. */
  taken: string[];
  actions: number;
  seconds: number;
  instead: { taken: string[]; actions: number; seconds: number } | null;
  words: string;
}

/** A part that is not touched, and why. */
export interface Staying {
  procedure: string;
  item: string;
  why: string;
}

const counted = (actions: number) => `${actions} ${actions === 1 ? 'action' : 'actions'}`;

const published = (graph: ActionGraph, { way, actions, seconds }: WayCost) => ({
  taken: way.map((id) => graph.nodes[id].key),
  actions,
  seconds,
});

/** Puts the way that was taken to an item into words, against the next best. */
export function routeWords(graph: ActionGraph, route: RouteChoice): RouteTaken {
  const { ref } = graph.nodes[route.of];
  const through = [...new Set(route.way.map((id) => nodeWords(graph, id)))].join(' and ');
  const instead = route.instead ? ` instead of ${route.instead.actions}` : '';
  return {
    of: itemKey(ref),
    ...published(graph, route),
    instead: route.instead && published(graph, route.instead),
    words: `${capital(through ? `through ${through}` : 'straight in')}: ${counted(route.actions)}${instead}.`,
  };
}

/** Says why a part that is not touched stays where it is. */
export function stayWords(graph: ActionGraph, part: StayingPart): Staying {
  const { procedure, item } = part;
  const index = graph.indexes.get(procedure)!;
  const name = capital(itemWords(index, item, graph.catalogue));
  const say = (why: string): Staying => ({ procedure, item, why: `${name}${why}.` });
  switch (part.reason) {
    case 'absent':
      return say(': not on this vehicle');
    case 'carried':
      return say(` stays in the ${itemWords(index, part.by, graph.catalogue)} and comes off with it`);
    case 'other-way':
      return say(` stays: that way takes ${counted(part.route.instead!.actions)}, the one taken ${part.route.actions}`);
    case 'not-needed':
      return say(' stays: nothing you asked for is behind it');
  }
}
