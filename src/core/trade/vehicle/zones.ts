import type { Side } from './sides';

/** A zone of the vehicle that a procedure opens. */
export interface Zone {
  code: string;
  name: string;
  /** Side zones are mirror images of each other; centre zones have no other side. */
  sided: boolean;
  /** Zones of one group lie within reach of one place to stand: a door with its neighbours. */
  group: 'front' | 'rear' | 'dash' | 'roof' | 'load' | 'centre';
  /** A door: glass, weep holes and a shield may be behind its panel. */
  isDoor: boolean;
  /** What lies beyond its map's upper edge: "up", or where y runs towards the front of the vehicle, what is there. */
  upwards: string;
  /** Other words people use for it. */
  words: string[];
  /** Usual size of its map, mm. */
  map: { width: number; height: number };
}

const FLAT: Record<string, string> = { 'dash-top': 'windscreen', 'parcel-shelf': 'front', roof: 'front' };
const DOORS = new Set(['front-door', 'rear-door', 'sliding-door']);

const zone = (
  code: string,
  name: string,
  sided: boolean,
  group: Zone['group'],
  width: number,
  height: number,
  words: string[] = [],
): Zone => ({
  code,
  name,
  sided,
  group,
  isDoor: DOORS.has(code),
  upwards: FLAT[code] ?? 'up',
  words,
  map: { width, height },
});

/** The zones Pezzo knows. A document may name another; it is then shown as written. */
export const ZONES: Zone[] = [
  zone('front-door', 'front door', true, 'front', 1100, 700, ['fd', 'driver door', 'passenger door']),
  zone('rear-door', 'rear door', true, 'rear', 980, 640, ['rd', 'back door']),
  zone('sliding-door', 'sliding door', true, 'rear', 1200, 1100),
  zone('tailgate', 'tailgate', false, 'load', 1200, 800, ['hatch', 'boot lid']),
  zone('dash-top', 'dash top', false, 'dash', 1400, 500, ['dashboard', 'dash']),
  zone('centre-stack', 'centre stack', false, 'dash', 500, 600, ['console', 'radio']),
  zone('kick-panel', 'kick panel', true, 'front', 400, 500, ['footwell']),
  zone('sill', 'sill trim', true, 'front', 1600, 200, ['scuff plate', 'step']),
  zone('a-pillar', 'A-pillar', true, 'front', 300, 900, ['a pillar']),
  zone('b-pillar', 'B-pillar', true, 'rear', 300, 1000, ['b pillar']),
  zone('c-pillar', 'C-pillar', true, 'rear', 500, 900, ['c pillar']),
  zone('rear-quarter', 'rear quarter', true, 'rear', 1000, 700, ['quarter trim', 'quarter']),
  zone('rear-seat', 'rear seat', false, 'rear', 1300, 900, ['bench', 'seat base']),
  zone('front-seat', 'front seat', true, 'front', 600, 900, ['seat']),
  zone('parcel-shelf', 'parcel shelf', false, 'load', 1200, 500, ['shelf']),
  zone('load-side', 'load-space side', true, 'load', 1000, 700, ['boot side', 'cargo side']),
  zone('roof', 'roof lining', false, 'roof', 1200, 1800, ['headliner']),
];

/** The zone for a code; undefined where unknown. */
export const findZone = (code: string) => ZONES.find((entry) => entry.code === code);

/** A zone's name for people; an unknown code is read as words. */
export const zoneName = (code: string) => findZone(code)?.name ?? code.replace(/-/g, ' ');

/** A zone with its side: "rear door, left"; "dash top" in the middle of the vehicle. */
export const doorWords = ({ zone, side }: { zone: string; side: Side }): string =>
  side === 'centre' ? zoneName(zone) : `${zoneName(zone)}, ${side}`;

/** Every zone of a vehicle, once for each side it has. */
export const ZONE_SIDES: { zone: string; side: Side }[] = ZONES.flatMap(({ code, sided }) =>
  (sided ? (['left', 'right'] as const) : (['centre'] as const)).map((side) => ({ zone: code, side })),
);

/** Whether a zone's sound is where the fader is turned to the rear. */
export const isRearwards = (code: string): boolean => ['rear', 'load'].includes(findZone(code)?.group ?? '');
