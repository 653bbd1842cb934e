import { BASE_CATALOGUE, type Catalogue, findFastenerKind, PART_KINDS, type PartKind, slugOf } from '../../trade';
import { freeId } from './edit';
import type { Fastener, Link, Part, Point, ProcedureDocument } from './types';

/** The box that a part of a kind nobody knows starts with, mm. */
const UNKNOWN: Pick<PartKind, 'startBoxMm'> = { startBoxMm: [120, 60] };

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

/** The box a part of this kind starts with around a point, millimetres; a panel or shield covers most of the map. */
export function startingShape({ map: { width, height } }: ProcedureDocument, kind: string, at: Point): Point[] {
  const { startBoxMm } = PART_KINDS.get(kind) ?? UNKNOWN;
  return startBoxMm === 'most of the map'
    ? box([width / 2, height * 0.45], Math.round(width * 0.92), Math.round(height * 0.76))
    : box(at, ...startBoxMm);
}

/** A new part; how it comes off is not known before somebody says so. Without a name it gets its kind's, counted where there are several; without a place it has no shape yet. */
export function newPart(document: ProcedureDocument, kind: string, at: Point | null, name?: string): Part {
  const id = freeId(document, (name && slugOf(name)) || kind, '-');
  return {
    id,
    kind,
    name:
      name ?? `${kind[0].toUpperCase()}${kind.slice(1)}${id === kind ? '' : id.slice(kind.length).replace('-', ' ')}`,
    ...(at ? { shape: startingShape(document, kind, at) } : {}),
  };
}

/** What a turned fastener is usually driven with: as the one recorded last of its kind, else a bolt by its head and a screw by its recess. */
function usualDrive(document: ProcedureDocument, kind: string): string {
  const last = document.fasteners.findLast((fastener) => fastener.kind === kind && fastener.drive);
  return last?.drive ?? (kind === 'screw' ? 'T20' : 'hex 10 mm');
}

/** A new fastener holding a part. Without a place it stands on no map yet. */
export function newFastener(
  document: ProcedureDocument,
  kind: string,
  at: Point | null,
  holds: string,
  catalogue: Catalogue = BASE_CATALOGUE,
): Fastener {
  const known = findFastenerKind(catalogue, kind);
  return {
    id: freeId(document, known?.stem ?? `${kind}-`),
    kind,
    holds,
    count: 1,
    ...(at ? { at: [at] } : {}),
    ...(known?.release === 'turned' ? { drive: usualDrive(document, kind) } : {}),
    ...(kind === 'push-clip' ? { staysOn: holds } : {}),
  };
}

/** A new link between a part and the body. One on a carried part is reached once its carrier swings free. */
export function newLink(document: ProcedureDocument, kind: string, owner: string, at?: Point): Link {
  const carrier = document.parts.find((part) => part.id === owner)?.on;
  return {
    id: freeId(document, 'l'),
    kind,
    joins: [owner, 'body'],
    count: 1,
    ...(at ? { at: [at] } : {}),
    ...(carrier ? { behind: [`${carrier}:free`] } : {}),
  };
}
