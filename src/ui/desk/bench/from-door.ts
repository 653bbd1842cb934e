import type { MountView } from '@/contracts/views';

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
