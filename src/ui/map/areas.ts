import type { Point, ProcedureDocument } from '@/core/document';

/** Half the side of the square that stands for work with a place but no shape, mm. */
const AROUND_MM = 45;

/** The outlines of what some steps are about: areas of a part that are peeled back, and where work is done. */
export function areasOf(document: ProcedureDocument, steps: { item: string; region?: string }[]): Point[][] {
  return steps.flatMap(({ item, region }) => {
    const area = region && document.parts.find(({ id }) => id === item)?.regions?.[region];
    if (area) return [area];
    const work = document.work?.find(({ id }) => id === item);
    return work?.shape ? [work.shape] : (work?.at ?? []).map(squareAround);
  });
}

/** The square that stands for work with a place but no shape. */
export const squareAround = ([x, y]: Point): Point[] => [
  [x - AROUND_MM, y - AROUND_MM],
  [x + AROUND_MM, y - AROUND_MM],
  [x + AROUND_MM, y + AROUND_MM],
  [x - AROUND_MM, y + AROUND_MM],
];
