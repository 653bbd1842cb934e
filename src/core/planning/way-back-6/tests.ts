import type { ActionGraph } from '../graph';
import { checkOf, type GateCheck, testFor } from '../refit';

/** What was tried once this was joined or back: an airbag plug together with the lamp. */
export function testBefore7(graph: ActionGraph, id: number): GateCheck | null {
  const check = testFor(graph, id);
  return check?.fact === 'srs-locked' ? checkOf('srs-joined', check.part, check.items) : check;
}
