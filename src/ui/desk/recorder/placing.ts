import { BASE_CATALOGUE, findFastenerKind } from '@/core/hardware';
import { freeId, type Fastener, type Link, type Part, type Point, type ProcedureDocument } from '@/core/procedure';

/** What the next tap on the map places. */
export type Tool = { place: 'fastener'; kind: string } | { place: 'part'; kind: string } | null;

/** The kinds offered on the tool row; every other one can be picked in the inspector. */
export const FASTENER_TOOLS = ['screw', 'push-clip', 'tab', 'push-pin', 'hook', 'bolt', 'rivet', 'butyl'];
export const PART_TOOLS = ['panel', 'cover', 'bezel', 'switch', 'speaker', 'shield', 'trim'];
export const LINK_TOOLS = ['connector', 'cable', 'rod', 'lamp'];

const STEMS: Record<string, string> = {
  screw: 's',
  'push-clip': 'c',
  tab: 't',
  'push-pin': 'p',
  hook: 'h',
  bolt: 'b',
  rivet: 'r',
};
const MOTIONS: Record<string, string[]> = {
  panel: ['pull-bottom', 'pull', 'lift'],
  shield: ['peel'],
  speaker: ['pull'],
  switch: ['pry-front', 'lift'],
};
/** Usual sizes of a part's box, mm. */
const BOXES: Record<string, [number, number]> = {
  switch: [170, 60],
  speaker: [170, 170],
  bezel: [140, 65],
  cover: [110, 40],
  trim: [140, 90],
};

const box = ([x, y]: Point, width: number, height: number): Point[] => {
  const [left, low] = [Math.round(x - width / 2), Math.round(y - height / 2)];
  return [
    [left, low],
    [left + width, low],
    [left + width, low + height],
    [left, low + height],
  ];
};

/** The part a new thing most likely belongs to: the one tapped last, else the panel, else the first. */
export function likelyPart(document: ProcedureDocument, selected: string | null): string | null {
  if (selected && document.parts.some((part) => part.id === selected)) return selected;
  return (document.parts.find((part) => part.kind === 'panel') ?? document.parts[0])?.id ?? null;
}

/** A new part at a tap; a panel or shield covers most of the map. */
export function newPart(document: ProcedureDocument, kind: string, at: Point): Part {
  const id = freeId(document, kind, '-');
  const { width, height } = document.map;
  const wide = kind === 'panel' || kind === 'shield';
  const shape = wide
    ? box([width / 2, height * 0.45], Math.round(width * 0.92), Math.round(height * 0.76))
    : box(at, ...(BOXES[kind] ?? [120, 60]));
  return {
    id,
    kind,
    name: `${kind[0].toUpperCase()}${kind.slice(1)}${id === kind ? '' : id.slice(kind.length).replace('-', ' ')}`,
    shape,
    motions: MOTIONS[kind] ?? ['pry-front', 'pull'],
  };
}

/** A new fastener at a tap, holding the likely part. */
export function newFastener(document: ProcedureDocument, kind: string, at: Point, holds: string): Fastener {
  const known = findFastenerKind(BASE_CATALOGUE, kind);
  return {
    id: freeId(document, STEMS[kind] ?? `${kind}-`),
    kind,
    holds,
    count: 1,
    at: [at],
    ...(known?.release === 'turned' ? { drive: 'T20' } : {}),
    ...(kind === 'push-clip' ? { staysOn: holds } : {}),
  };
}

/** A new link between the likely part and the body. One on a carried part is reached once its carrier swings free. */
export function newLink(document: ProcedureDocument, kind: string, owner: string): Link {
  const carrier = document.parts.find((part) => part.id === owner)?.on;
  return {
    id: freeId(document, 'l'),
    kind,
    joins: [owner, 'body'],
    count: 1,
    ...(carrier ? { behind: [`${carrier}:free`] } : {}),
  };
}
