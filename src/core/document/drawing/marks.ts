import type { Point } from '../procedure';

/** A place to be marked, in the drawing's units. */
export interface Place {
  id: string;
  at: Point;
  /** Nobody has recorded where it is: it stands near its part and gives way first. */
  isGuess: boolean;
}

/** Where a mark is drawn, how many pieces it stands for, and where it really is if it had to give way. */
export interface Placed extends Place {
  count: number;
  from?: Point;
}

/** Places to give way to, in widths of a mark: beside first, then round about. */
const AROUND: Point[] = [1, 1.5, 2.2].flatMap((far) =>
  [90, 0, 180, -90, 45, 135, -45, -135].map((degrees): Point => {
    const angle = (degrees * Math.PI) / 180;
    return [Math.cos(angle) * far, Math.sin(angle) * far];
  }),
);
/** How much of a width two marks may come near one another before they cannot be told apart. */
const NEAR = 0.8;

const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/**
 * Draws marks so that none covers another: pieces of one group that would overlap become one mark with their count; of different things the one whose place is a guess, then the later, gives
 * way to the nearest free place. `width` is that of a mark. O(n²) in what is shown.
 */
export function placeMarks(places: readonly Place[], width: number): Placed[] {
  const placed: Placed[] = [];
  const clear = (at: Point, but: string | null) =>
    placed.every((other) => other.id === but || apart(other.at, at) >= width * NEAR);
  for (const place of [...places].sort((a, b) => Number(a.isGuess) - Number(b.isGuess))) {
    const fellow = placed.find((one) => one.id === place.id && apart(one.from ?? one.at, place.at) < width * NEAR);
    if (fellow) fellow.count += 1;
    else if (clear(place.at, place.id)) placed.push({ ...place, count: 1 });
    else {
      const free = AROUND.map(([x, y]): Point => [place.at[0] + x * width, place.at[1] + y * width]).find((at) =>
        clear(at, null),
      );
      placed.push(free ? { ...place, at: free, from: place.at, count: 1 } : { ...place, count: 1 });
    }
  }
  return placed;
}
