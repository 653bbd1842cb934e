import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readProcedure, readSpeakersCsv } from '../src/contracts/schemas';
import { betterFit, dampDoorOf, dampFor, fitmentOf, ovalFor, ringFor, spacerFor } from '../src/core/bench';
import { ROOT } from '../scripts/support/project';
import { median, printTable } from './support/measure';

const ROUNDS = 15;

/** The bench's tools on real-shaped input: whether they answer while somebody types, and the long ones within their time in a worker. Median of several rounds, milliseconds. */
export async function main(): Promise<void> {
  const { speakers } = readSpeakersCsv(readFileSync(join(ROOT, 'demo/speakers.csv'), 'utf8'));
  const many = Array.from({ length: 2000 }, (_, n) => ({ ...speakers[n % 40], name: `${n}`, depth: 40 + (n % 37) }));
  const read = readProcedure(JSON.parse(readFileSync(join(ROOT, 'demo/procedures/kite-rear-door.json'), 'utf8')));
  if (!read.ok) throw new Error('The demo door cannot be read.');
  const [mount] = read.document.mounts!;
  const vehicle = Array.from({ length: 6 }, (_, n) => ({ ...mount, toGlass: 60 + n, grilleGap: 20 + n }));
  const door = dampDoorOf(read.document)!;
  const depth = {
    toGlass: 62,
    grilleGap: 24,
    tolerance: 1,
    depth: 58,
    proud: 4,
    stroke: 5,
    speakerTolerance: 0.5,
    behind: 5,
    front: 3,
    sheets: [3, 6, 9, 12, 18],
  };
  const ring = {
    bore: 142,
    outside: 184,
    thickness: 12,
    factory: { count: 3, circle: 161, start: 30 },
    speaker: { count: 4, circle: 156, cutout: 141, basket: 165 },
    screw: 4,
    ligament: 3,
  };
  const oval = {
    length: 235,
    width: 162,
    squareness: 2.5,
    screwsAlong: 165,
    screwsAcross: 110,
    speaker: ring.speaker,
    screw: 4,
    ligament: 2,
  };
  const rows: [string, number, string][] = [
    ['depth and spacer', medianMs(() => spacerFor(depth)), '16 ms'],
    ['ring, turned to its best', medianMs(() => ringFor(ring)), '200 ms'],
    ['oval plate, every half degree', medianMs(() => ovalFor(oval)), '200 ms'],
    [
      'damping of a door, 75 % on 500 × 375 mm sheets',
      medianMs(() => dampFor({ ...door, coverage: 0.75, sheet: [500, 375], kgPerM2: 4.2 })),
      '200 ms',
    ],
    [
      '2000 speakers against a vehicle of 6 places, sorted',
      medianMs(() => vehicle.map((place) => many.map((one) => fitmentOf(place, one)).sort(betterFit))),
      '300 ms',
    ],
  ];
  printTable(
    ['what', 'median', 'target'],
    rows.map(([what, ms, target]) => [what, `${ms < 1 ? ms.toFixed(2) : Math.round(ms)} ms`, target]),
  );
}

function medianMs(work: () => unknown): number {
  return median(
    Array.from({ length: ROUNDS }, () => {
      const from = performance.now();
      work();
      return performance.now() - from;
    }),
  );
}
