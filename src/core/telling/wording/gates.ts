import { indexItems, itemWords, type ProcedureDocument } from '../../document';
import { doorWords } from '../../trade';
import type { GateRef } from '../../planning';
import { takenOverIn } from './new-part-name';
import type { RefitStep } from './refit';

/** A gate's title: "Clips of the door card", "Test before the corner trim closes". */
export function gateWords(
  documents: ProcedureDocument[],
  gate: Pick<RefitStep, 'gate' | 'procedure' | 'item' | 'late'> & Partial<Pick<GateRef, 'of'>>,
): string {
  const document = documents.find((one) => one.id === gate.procedure);
  if (gate.gate === 'after-power') return 'Set again after power';
  if (gate.gate === 'before-power') return 'Before the battery goes back on';
  if (gate.gate === 'airbag-lamp') return 'Ignition on: airbag lamp';
  if (gate.of === 'set') return 'Test of what is tried as one';
  if (!document) return 'Test before giving back';
  if (gate.of === 'power') return `Test with the power back, ${doorWords(document)}`;
  // What is put in the place of a part is what closes.
  const part = takenOverIn(document, gate.item)?.name ?? itemWords(indexItems(document), gate.item);
  const place = documents.length > 1 ? `, ${doorWords(document)}` : '';
  const titles = {
    clips: `Clips of the ${part}`,
    'closing-in': `Before the ${part} closes`,
    test: gate.late ? `Test with the ${part} in place` : `Test with the ${part} open`,
  };
  return `${titles[gate.gate ?? 'test']}${place}`;
}
