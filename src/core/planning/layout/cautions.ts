import { entryOf, fastenerKindOf, toolFor, workKindOf } from '../../trade';
import type { Action, ActionGraph } from '../graph';

/** Something that can hurt a person or break the vehicle, with the items it concerns. */
export interface Caution {
  code: string;
  text: string;
  items: string[];
}

const MANUAL = "The vehicle maker's manual, local rules and licensed practice come first.";

/** What a caution is about, how it reads, and how much hangs on it. */
interface CautionKind {
  /** For a list to pick from. */
  name: string;
  text: string;
  /** `life`: airbags and high voltage, shown before the tools. `injury`: eyes, hands and the battery. */
  weight: 'life' | 'injury' | 'minor';
}

/** The shop's usual cautions by code (common practice, no source); every one defers to the maker's manual. */
export const CAUTIONS: Record<string, CautionKind> = {
  srs: {
    name: 'Airbag (SRS) connector',
    text: `Airbag (SRS) connector: battery off, then wait as the vehicle maker says. Never probe it. No power until every one is joined again. ${MANUAL}`,
    weight: 'life',
  },
  'srs-door': {
    name: 'Airbag wiring in the door',
    text: `This door carries airbag (SRS) wiring or a pressure sensor: do not probe unidentified wires. ${MANUAL}`,
    weight: 'life',
  },
  'srs-seat': {
    name: 'Seat airbag wiring',
    text: `Seat airbag wiring: battery off and the maker's wait before any SRS connector. ${MANUAL}`,
    weight: 'life',
  },
  'srs-pillar': {
    name: 'Curtain airbag behind the trim',
    text: `Curtain airbag behind the trim: nothing may be clipped or left in its path. ${MANUAL}`,
    weight: 'life',
  },
  'sharp-edges': {
    name: 'Sharp edges',
    text: 'Bare sheet-metal edges inside the door cut: wear gloves.',
    weight: 'minor',
  },
  glass: {
    name: 'Window glass',
    text: 'Window glass and its regulator can pinch and break: keep hands out of its path when it moves.',
    weight: 'minor',
  },
  spring: {
    name: 'Stored spring energy',
    text: 'Stored spring energy: keep the face away and let it go slowly.',
    weight: 'minor',
  },
  'c-clip': {
    name: 'C-clip flies',
    text: 'The C-clip flies: wear eye protection and hold a cloth over it.',
    weight: 'injury',
  },
  drill: {
    name: 'Drilling',
    text: 'Drilling: eye and ear protection; know what is behind (glass, rods, loom, airbag sensor); catch the swarf.',
    weight: 'injury',
  },
  saw: {
    name: 'Cutting metal',
    text: 'Cutting metal: gloves, eye and ear protection; know what is behind (glass, rods, loom, airbag sensor); catch the swarf.',
    weight: 'injury',
  },
  heat: {
    name: 'Heat gun',
    text: 'Heat gun: keep it moving, off glass and away from airbag parts.',
    weight: 'minor',
  },
  cutting: {
    name: 'Knives',
    text: 'Cut away from the hand; eye protection.',
    weight: 'injury',
  },
  solvent: {
    name: 'Solvents',
    text: 'Solvents: ventilate and keep from sparks.',
    weight: 'minor',
  },
  lifting: {
    name: 'Heavy or awkward',
    text: 'Heavy or awkward: lift with two people.',
    weight: 'minor',
  },
  'high-voltage': {
    name: 'High voltage',
    text: 'Orange cables are high voltage: stop. Trained people only.',
    weight: 'life',
  },
  battery: {
    name: 'Battery',
    text: `Battery: take the negative off first and insulate it. ${MANUAL}`,
    weight: 'injury',
  },
};

/** How much hangs on a caution; one of the shop's own is minor. */
export const cautionWeight = (code: string): CautionKind['weight'] => entryOf(CAUTIONS, code)?.weight ?? 'minor';

/** The cautions of a plan: the documents' own, and those that follow from what is done. */
export function cautionsFor(graph: ActionGraph, actions: Action[]): Caution[] {
  const found = new Map<string, Caution>();
  const note = (code: string, item?: string) => {
    const caution = found.get(code) ?? { code, text: entryOf(CAUTIONS, code)?.text ?? code, items: [] };
    if (item && !caution.items.includes(item)) caution.items.push(item);
    found.set(code, caution);
  };
  for (const action of actions) for (const code of actionCautions(graph, action)) note(code, action.item);
  for (const document of graph.documents.values()) for (const code of document.cautions ?? []) note(code);
  return [...found.values()].sort(
    (a, b) => Number(cautionWeight(b.code) === 'life') - Number(cautionWeight(a.code) === 'life'),
  );
}

/** The cautions one action calls for, most serious first. */
export function actionCautions(graph: ActionGraph, action: Action): string[] {
  const codes: string[] = [];
  const index = action.procedure ? graph.indexes.get(action.procedure) : undefined;
  if (action.type === 'undo' && index?.links.get(action.item)?.safety === 'srs') codes.push('srs');
  if (action.type === 'wait') codes.push('srs');
  const fastener = action.type === 'release' ? index?.fasteners.get(action.item) : undefined;
  const byPiece = fastener && fastenerKindOf(graph.catalogue, fastener).caution;
  if (byPiece) codes.push(byPiece);
  const work = action.type === 'work' ? index?.works.get(action.item) : undefined;
  const byKind = work && workKindOf(work.kind).caution;
  if (byKind) codes.push(byKind);
  const byTool = toolFor(action.tool).caution;
  if (byTool && byTool !== byKind) codes.push(byTool);
  return codes;
}
