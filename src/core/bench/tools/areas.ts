/** A corner, mm. */
export type Corner = readonly [x: number, y: number];
export type Polygon = readonly Corner[];

/** A flat region: inside some polygons and outside all of others. */
export interface Region {
  area: readonly Polygon[];
  without: readonly Polygon[];
}

interface Edge {
  of: number;
  a: Corner;
  b: Corner;
}

/**
 * The area of a region, mm², exactly but for rounding: cut into strips at every corner and crossing, it is made of trapezoids (the sweep of Nievergelt and Preparata, 1982). Inside a polygon
 * is by the even–odd rule. Cost: the square of the edges.
 */
export function regionAreaMm2(region: Region): number {
  const polygons = [...region.area, ...region.without];
  const edges = polygons.flatMap((polygon, of) => edgesOf(polygon, of));
  const heights = [...new Set([...polygons.flat().map(([, y]) => y), ...crossings(edges)])].sort((a, b) => a - b);
  let sum = 0;
  for (let n = 1; n < heights.length; n += 1) {
    const [low, high] = [heights[n - 1], heights[n]];
    if (high - low < 1e-9) continue;
    for (const [left, right] of insideAt(region, edges, (low + high) / 2)) {
      const wide = (y: number) => Math.max(0, xAt(right, y) - xAt(left, y));
      sum += ((wide(low) + wide(high)) / 2) * (high - low);
    }
  }
  return sum;
}

const edgesOf = (polygon: Polygon, of: number): Edge[] =>
  polygon.flatMap((a, n) => {
    const b = polygon[(n + 1) % polygon.length];
    return a[1] === b[1] ? [] : [{ of, a: a[1] < b[1] ? a : b, b: a[1] < b[1] ? b : a }];
  });

const xAt = ({ a, b }: Edge, y: number) => a[0] + ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]);

/** Heights at which edges cross. */
function crossings(edges: readonly Edge[]): number[] {
  const found: number[] = [];
  for (const [n, one] of edges.entries())
    for (const other of edges.slice(n + 1)) {
      const [low, high] = [Math.max(one.a[1], other.a[1]), Math.min(one.b[1], other.b[1])];
      if (low >= high) continue;
      const [d0, d1] = [xAt(one, low) - xAt(other, low), xAt(one, high) - xAt(other, high)];
      if (d0 * d1 < 0) found.push(low + ((high - low) * d0) / (d0 - d1));
    }
  return found;
}

/** The pairs of edges between which a height lies inside the region. */
function insideAt({ area, without }: Region, edges: readonly Edge[], y: number): [Edge, Edge][] {
  const met = edges.filter(({ a, b }) => a[1] < y && b[1] > y).sort((a, b) => xAt(a, y) - xAt(b, y));
  const inside = new Array<boolean>(area.length + without.length).fill(false);
  const spans: [Edge, Edge][] = [];
  let begun: Edge | null = null;
  for (const edge of met) {
    inside[edge.of] = !inside[edge.of];
    const isIn =
      inside.some((one, of) => one && of < area.length) && !inside.some((one, of) => one && of >= area.length);
    if (isIn && !begun) begun = edge;
    if (!isIn && begun) {
      spans.push([begun, edge]);
      begun = null;
    }
  }
  return spans;
}

/** Whether a rectangle lies whole inside a region: nothing of it beyond the areas, nothing on what stays bare. */
export function liesInside({ area, without }: Region, [x, y]: Corner, width: number, height: number): boolean {
  const box: Polygon = [[x, y], [x + width, y], [x + width, y + height], [x, y + height]]; // prettier-ignore
  const little = 1e-6 * width * height;
  return (
    regionAreaMm2({ area: [box], without: area }) < little &&
    regionAreaMm2({ area: [box], without }) > width * height - little
  );
}
