import { liesInside, regionAreaMm2, type Corner, type Polygon, type Region } from './areas';

export interface DampInput {
  /** Flat areas of the inner skin, mm. */
  area: readonly Polygon[];
  /** Speaker, weep and clip holes. */
  holes: readonly Polygon[];
  /** The glass path, and whatever else stays bare. */
  keepOut: readonly Polygon[];
  /** The share of the area to be covered, 0…1. */
  coverage: number;
  /** One sheet, mm. */
  sheet: readonly [width: number, height: number];
  kgPerM2: number;
}

/** A rectangle cut from a sheet, and where it goes. */
export interface DampPiece {
  /** Its lower left corner on the door, mm. */
  at: Corner;
  width: number;
  height: number;
  /** Which sheet it is cut from, from 1, and where on it. */
  sheet: number;
  from: Corner;
  /** Cut out turned by a quarter. */
  turned: boolean;
}

export interface DampResult {
  areaM2: number;
  sheets: number;
  pieces: DampPiece[];
  /** Of the pieces. */
  kg: number;
}

/** Tiles that the smaller side of a sheet is counted in. */
const TILES = 8;
/** Tiles looked at; a larger area is cut more coarsely. */
const MOST_TILES = 900;

/**
 * Sheets for a door: rectangles that lie whole on the flat areas, clear of holes and of what stays bare, largest first until the share is covered, then laid on sheets shelf by shelf
 * (first-fit decreasing height, Coffman and others, 1980). Rectangles leave the rims of an area bare, so a high share may not be reached.
 */
export function dampFor({ area, holes, keepOut, coverage, sheet, kgPerM2 }: DampInput): DampResult {
  const region: Region = { area, without: [...holes, ...keepOut] };
  const areaMm2 = regionAreaMm2(region);
  const wanted = areaMm2 * coverage;
  const cut: Rectangle[] = [];
  let covered = 0;
  for (const one of rectanglesOn(region, sheet)) {
    if (covered >= wanted - 1) break;
    // The last one is cut short: no more is stuck on than was asked for.
    const width = Math.min(one.width, Math.ceil((wanted - covered) / one.height));
    cut.push({ ...one, width });
    covered += width * one.height;
  }
  const pieces = layOut(cut, sheet);
  return {
    areaM2: areaMm2 / 1e6,
    sheets: Math.max(0, ...pieces.map((piece) => piece.sheet)),
    pieces,
    kg: (covered / 1e6) * kgPerM2,
  };
}

interface Rectangle {
  at: Corner;
  width: number;
  height: number;
}

/** Rectangles no larger than a sheet that lie on a region, largest first: tiles run together into rows, and rows of one width into higher ones. */
function rectanglesOn(region: Region, sheet: readonly [number, number]): Rectangle[] {
  const corners = region.area.flat();
  if (corners.length === 0) return [];
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const [left, low] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - low];
  const side = Math.max(Math.min(...sheet) / TILES, Math.sqrt((width * height) / MOST_TILES));
  // Tiles share the area out evenly, so that a plain rectangle is covered to its edge.
  const [columns, rows] = [Math.max(1, Math.ceil(width / side)), Math.max(1, Math.ceil(height / side))];
  const [wide, high] = [width / columns, height / rows];
  const longest = Math.max(1, Math.floor((Math.max(...sheet) + 1e-9) / wide));
  const highest = Math.max(1, Math.floor((Math.min(...sheet) + 1e-9) / high));
  const made: Rectangle[] = [];
  let above = new Map<string, Rectangle>();
  for (let row = 0; row < rows; row += 1) {
    const own = new Map<string, Rectangle>();
    for (const [from, count] of runsOf(columns, longest, (column) =>
      liesInside(region, [left + column * wide, low + row * high], wide, high),
    )) {
      const key = `${from} ${count}`;
      const below = above.get(key);
      if (below && below.height < (highest - 0.5) * high) {
        below.height += high;
        own.set(key, below);
        continue;
      }
      const one = { at: [left + from * wide, low + row * high] as Corner, width: count * wide, height: high };
      made.push(one);
      own.set(key, one);
    }
    above = own;
  }
  return made.sort((a, b) => b.width * b.height - a.width * a.height || a.at[1] - b.at[1] || a.at[0] - b.at[0]);
}

/** Runs of columns that are in, each from where and how many, at most `longest`. */
function runsOf(columns: number, longest: number, isIn: (column: number) => boolean): [from: number, count: number][] {
  const runs: [number, number][] = [];
  let count = 0;
  for (let column = 0; column <= columns; column += 1) {
    const own = column < columns && isIn(column);
    if (own) count += 1;
    if (count > 0 && (!own || count === longest)) {
      runs.push([own ? column + 1 - count : column - count, count]);
      count = 0;
    }
  }
  return runs;
}

/** Lays rectangles on as few sheets as shelves allow, the long side along the sheet's. */
function layOut(cut: readonly Rectangle[], [wide, high]: readonly [number, number]): DampPiece[] {
  const shelves: { sheet: number; y: number; height: number; used: number }[] = [];
  const top: number[] = [];
  const sized = cut.map((one) => {
    const turned = wide < high ? one.width > one.height : one.height > one.width;
    return { ...one, turned, across: turned ? one.height : one.width, up: turned ? one.width : one.height };
  });
  sized.sort((a, b) => b.up - a.up || b.across - a.across);
  return sized.map(({ at, width, height, turned, across, up }) => {
    let shelf = shelves.find((one) => one.height >= up - 1e-9 && one.used + across <= wide + 1e-9);
    if (!shelf) {
      const found = top.findIndex((y) => y + up <= high + 1e-9);
      const sheet = found < 0 ? top.push(0) - 1 : found;
      shelf = { sheet, y: top[sheet], height: up, used: 0 };
      top[sheet] += up;
      shelves.push(shelf);
    }
    const from: Corner = [shelf.used, shelf.y];
    shelf.used += across;
    return { at, width, height, turned, sheet: shelf.sheet + 1, from };
  });
}
