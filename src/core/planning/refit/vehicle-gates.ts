import { readItemKey } from '../../document';
import type { ActionGraph } from '../graph';
import { gateAction } from './gates';
import type { GateCheck, GateKind, RefitAction, RefitNote } from './refit-step';

/** A gate of the vehicle as a whole. */
export const vehicleGate = (gate: GateKind, item: string, checks: GateCheck[]): RefitAction =>
  gateAction(
    gate,
    {
      key: `gate:${gate}:${item}`,
      procedure: null,
      item,
      side: null,
      place: { procedure: null, side: null, group: item, x: 0, y: 0 },
    },
    checks,
  );

const line = (fact: GateCheck['fact']): GateCheck => ({ id: `${fact}:vehicle`, fact, part: null, items: [] });

/** What is looked at before the battery goes back on. */
export const beforePower = (): RefitAction =>
  vehicleGate('before-power', 'before-power', [line('key-out'), line('nobody-inside')]);

/** What the airbag lamp does once it is on. */
export const airbagLamp = (): RefitAction =>
  vehicleGate('airbag-lamp', 'airbag-lamp', [line('lamp-on'), line('lamp-out')]);

/** A test that cannot be made while an airbag plug stays out. */
export const noPower = ({ fact, items, part }: GateCheck, link: string): RefitNote => ({
  note: 'no-power',
  check: { fact, items, part },
  link: readItemKey(link)!,
});

/** What the vehicle wants set again after the battery was off, each once. */
export const setAgain = (graph: ActionGraph): GateCheck[] =>
  [...new Set([...graph.documents.values()].flatMap(({ afterPower }) => afterPower ?? []))].map((what) => ({
    id: `set-again:${what}`,
    fact: 'set-again',
    part: null,
    items: [],
    what,
  }));
