import { entryOf, fastenerKindOf, workKindOf } from '../../trade';
import type { Action, ActionGraph } from '../graph';

/** Something that can hurt a person or break the vehicle, with the items it concerns. */
export interface Caution {
  code: string;
  text: string;
  items: string[];
}

const MANUAL = "The vehicle maker's manual, local rules and licensed practice come first.";

/** The shop's usual cautions (common practice, no source); every one defers to the maker's manual. */
export const CAUTIONS: Record<string, string> = {
  srs: `Airbag (SRS) connector: battery off, then wait as the vehicle maker says. Never probe it. No power until every one is joined again. ${MANUAL}`,
  'srs-door': `This door carries airbag (SRS) wiring or a pressure sensor: do not probe unidentified wires. ${MANUAL}`,
  'srs-seat': `Seat airbag wiring: battery off and the maker's wait before any SRS connector. ${MANUAL}`,
  'srs-pillar': `Curtain airbag behind the trim: nothing may be clipped or left in its path. ${MANUAL}`,
  'sharp-edges': 'Bare sheet-metal edges inside the door cut: wear gloves.',
  glass: 'Window glass and its regulator can pinch and break: keep hands out of its path when it moves.',
  spring: 'Stored spring energy: keep the face away and let it go slowly.',
  'c-clip': 'The C-clip flies: wear eye protection and hold a cloth over it.',
  drill: 'Drilling: eye and ear protection; know what is behind (glass, rods, loom, airbag sensor); catch the swarf.',
  saw: 'Cutting metal: gloves, eye and ear protection; know what is behind (glass, rods, loom, airbag sensor); catch the swarf.',
  heat: 'Heat gun: keep it moving, off glass and away from airbag parts.',
  cutting: 'Cut away from the hand; eye protection.',
  solvent: 'Solvents: ventilate and keep from sparks.',
  lifting: 'Heavy or awkward: lift with two people.',
  'high-voltage': 'Orange cables are high voltage: stop. Trained people only.',
  battery: `Battery: take the negative off first and insulate it. ${MANUAL}`,
};

const TOOL_CAUTIONS: Record<string, string> = {
  drill: 'drill',
  'heat-gun': 'heat',
  knife: 'cutting',
  'side-cutters': 'cutting',
  'battery-spanner': 'battery',
};

/** The cautions of a plan: the documents' own, and those that follow from what is done. */
export function cautionsFor(graph: ActionGraph, actions: Action[]): Caution[] {
  const found = new Map<string, Caution>();
  const note = (code: string, item?: string) => {
    const caution = found.get(code) ?? { code, text: entryOf(CAUTIONS, code) ?? code, items: [] };
    if (item && !caution.items.includes(item)) caution.items.push(item);
    found.set(code, caution);
  };
  for (const action of actions) for (const code of actionCautions(graph, action)) note(code, action.item);
  for (const document of graph.documents.values()) for (const code of document.cautions ?? []) note(code);
  return [...found.values()].sort((a, b) => Number(b.code.startsWith('srs')) - Number(a.code.startsWith('srs')));
}

/** The cautions one action calls for, most serious first. */
export function actionCautions(graph: ActionGraph, action: Action): string[] {
  const codes: string[] = [];
  const index = action.procedure ? graph.indexes.get(action.procedure) : undefined;
  if (action.type === 'undo' && index?.links.get(action.item)?.safety === 'srs') codes.push('srs');
  if (action.type === 'wait') codes.push('srs');
  const fastener = action.type === 'release' ? index?.fasteners.get(action.item) : undefined;
  if (fastener && fastenerKindOf(graph.catalogue, fastener).code === 'c-clip') codes.push('c-clip');
  const work = action.type === 'work' ? index?.works.get(action.item) : undefined;
  const byKind = work && workKindOf(work.kind).caution;
  if (byKind) codes.push(byKind);
  const byTool = entryOf(TOOL_CAUTIONS, action.tool);
  if (byTool && byTool !== byKind) codes.push(byTool);
  return codes;
}
