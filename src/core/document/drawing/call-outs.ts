import { layersOf, type Point, type ProcedureDocument } from '../procedure';

/** A number beside a mark: where it stands and where its line ends, in the drawing's units. */
export interface CallOut {
  id: string;
  n: number;
  at: Point;
  mark: Point;
}

/** The number of every item, as lists and drawings show it: by layers, within a layer as recorded; work after all that comes off. */
export function numbersOf(document: ProcedureDocument): Map<string, number> {
  const layers = layersOf(document);
  const rank = new Map((document.recordedOrder ?? []).map((id, at) => [id, at]));
  const ids = [...document.parts, ...document.fasteners, ...document.links].map(({ id }) => id);
  const order = (id: string) => (layers.get(id) ?? 0) * 10_000 + (rank.get(id) ?? 5000);
  const sorted = (of: string[]) => [...of].sort((a, b) => order(a) - order(b));
  const works = (document.work ?? []).map(({ id }) => id);
  return new Map([...sorted(ids), ...sorted(works)].map((id, at) => [id, at + 1]));
}

/** Directions and distances a number may stand in from its mark, in radii of a number. */
const PLACES: Point[] = [2.1, 3.2, 4.4, 5.8].flatMap((far) =>
  [-45, -135, 45, 135, -90, 90, 0, 180].map((degrees): Point => {
    const angle = (degrees * Math.PI) / 180;
    return [Math.cos(angle) * far, Math.sin(angle) * far];
  }),
);

/**
 * Puts a number beside each mark so that none covers another number or mark: the first place that is free, nearest first. `radius` is that of a number,
 * `taken` are marks that must stay clear. O(n²) in what is shown.
 */
export function placeCallOuts(
  items: { id: string; n: number; mark: Point }[],
  taken: Point[],
  radius: number,
  [width, height]: Point,
): CallOut[] {
  const placed: CallOut[] = [];
  const far = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);
  for (const { id, n, mark } of items) {
    const isFree = (at: Point) =>
      at[0] > -radius * 2 &&
      at[1] > -radius * 2 &&
      at[0] < width + radius * 2 &&
      at[1] < height + radius * 2 &&
      taken.every((other) => far(at, other) > radius * 1.9) &&
      placed.every((other) => far(at, other.at) > radius * 2.15);
    const at =
      PLACES.map(([dx, dy]): Point => [mark[0] + dx * radius, mark[1] + dy * radius]).find(isFree) ??
      ([mark[0], mark[1] - radius * 2] as Point);
    placed.push({ id, n, at, mark });
  }
  return placed;
}
