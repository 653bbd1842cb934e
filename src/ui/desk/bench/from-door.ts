import type { MountView } from '@/contracts/views';
import type { Speaker } from '@/core/bench';

/** A measured place by its door, side and speaker. */
export const placeWords = ({ title, side, of }: MountView) => `${title}, ${side}: ${of}`;

/** Of some fields those that were measured, as they are typed. */
const some = (entries: [key: string, value: number | undefined][]) =>
  Object.fromEntries(entries.flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]])));

/** What was measured of a door as the depth tool takes it. */
export const depthOf = ({ mount }: MountView) => ({
  toRegulator: '',
  ...some([
    ['toGlass', mount.toGlass],
    ['toRegulator', mount.toRegulator],
    ['grilleGap', mount.grilleGap],
    ['tolerance', mount.tolerance],
  ]),
  ...(mount.regulator ? { regulator: mount.regulator } : {}),
});

/** And as the ring tool does. */
export const ringOf = ({ mount }: MountView) =>
  some([
    ['bore', mount.bore],
    ['factory.count', mount.holes?.count],
    ['factory.circle', mount.holes?.circle],
    ['factory.start', mount.holes?.start],
  ]);

/** A speaker of the shop's list as the depth tool takes it. */
export const depthOfSpeaker = ({ depth, proud, stroke }: Speaker) =>
  some([
    ['depth', depth],
    ['proud', proud],
    ['stroke', stroke],
    ['speakerTolerance', 0],
  ]);

/** And as the ring and the oval plate do. */
export const patternOfSpeaker = ({ holes, circle, cutout, basket }: Speaker) =>
  some([
    ['speaker.count', holes],
    ['speaker.circle', circle],
    ['speaker.cutout', cutout],
    ['speaker.basket', basket],
  ]);
