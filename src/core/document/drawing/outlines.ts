import { entryOf } from '../../trade';
import type { PanelMap, Point } from '../procedure';

/** Outlines as SVG path commands on a 0–1 square, x rearwards, y up. Drawn from the look of such panels; no vehicle's own. */
const UNIT_PATHS: Record<string, string> = {
  'front-door':
    'M .015 .14 Q .015 .05 .075 .045 L .895 .03 Q .965 .03 .975 .13 L .995 .62 Q 1 .84 .93 .855 L .215 .838 L .172 .965 Q .165 .985 .14 .985 L .045 .86 Q .018 .83 .017 .77 Z',
  'rear-door':
    'M .02 .12 Q .02 .035 .085 .035 L .705 .035 Q .8 .04 .85 .17 Q .905 .31 .965 .385 Q .995 .425 .992 .52 L .985 .93 Q .98 .975 .945 .985 L .875 .875 L .1 .84 Q .03 .825 .025 .74 Z',
  'kick-panel':
    'M .08 .05 L .9 .05 Q .95 .06 .95 .12 L .85 .9 Q .84 .95 .78 .95 L .15 .95 Q .06 .94 .05 .86 L .03 .12 Q .03 .06 .08 .05 Z',
  'dash-top':
    'M .02 .25 Q .03 .12 .12 .1 L .38 .08 Q .5 .06 .62 .08 L .88 .1 Q .97 .12 .98 .25 L .96 .62 Q .94 .8 .82 .85 Q .5 .96 .18 .85 Q .06 .8 .04 .62 Z',
  // The rail runs along the rear half; the upper edge is the window line.
  'sliding-door':
    'M .03 .06 Q .03 .02 .08 .02 L .92 .02 Q .97 .02 .97 .07 L .985 .55 L .975 .9 Q .97 .98 .89 .98 L .13 .98 Q .05 .98 .045 .9 L .015 .55 Z',
  // A hatch: the window in its upper half, the handle bowl at the lower edge.
  tailgate:
    'M .1 .03 L .9 .03 Q .95 .03 .96 .09 L .985 .42 Q .99 .5 .96 .56 L .87 .92 Q .85 .98 .78 .98 L .22 .98 Q .15 .98 .13 .92 L .04 .56 Q .01 .5 .015 .42 L .04 .09 Q .05 .03 .1 .03 Z',
  'centre-stack':
    'M .14 .02 L .86 .02 Q .93 .02 .94 .1 L .985 .84 Q .99 .94 .9 .95 Q .5 1 .1 .95 Q .01 .94 .015 .84 L .06 .1 Q .07 .02 .14 .02 Z',
  sill: 'M .01 .3 Q .01 .08 .04 .06 L .9 .06 Q .97 .08 .985 .5 Q .995 .94 .96 .95 L .09 .9 Q .03 .88 .02 .72 Z',
  // The wheel arch cuts into the lower edge towards the rear.
  'rear-quarter':
    'M .02 .09 Q .02 .03 .07 .03 L .3 .03 Q .34 .03 .36 .1 Q .44 .42 .64 .42 Q .84 .42 .91 .1 Q .925 .03 .96 .03 Q .99 .03 .99 .1 L .97 .86 Q .96 .97 .86 .97 L .2 .97 Q .12 .97 .1 .9 L .03 .5 Z',
  'load-side':
    'M .01 .08 Q .01 .02 .05 .02 L .16 .02 Q .2 .02 .22 .1 Q .3 .45 .48 .45 Q .66 .45 .74 .1 Q .76 .02 .8 .02 L .95 .02 Q .99 .02 .99 .08 L .98 .8 Q .97 .95 .86 .96 L .12 .98 Q .03 .98 .025 .88 Z',
  // Seen from in front: cushion below, backrest above, head rests on top.
  'rear-seat':
    'M .03 .06 Q .03 .02 .07 .02 L .93 .02 Q .97 .02 .97 .06 L .985 .34 L .955 .4 L .965 .84 Q .965 .9 .9 .9 L .86 .9 L .85 .97 Q .84 .99 .8 .99 L .71 .99 Q .67 .99 .66 .96 L .65 .9 L .35 .9 L .34 .96 Q .33 .99 .29 .99 L .2 .99 Q .16 .99 .15 .97 L .14 .9 L .1 .9 Q .035 .9 .035 .84 L .045 .4 L .015 .34 Z',
  'front-seat':
    'M .1 .06 Q .1 .02 .18 .02 L .82 .02 Q .9 .02 .9 .06 L .94 .3 L .86 .37 L .84 .78 Q .83 .84 .72 .85 L .68 .95 Q .66 .99 .58 .99 L .42 .99 Q .34 .99 .32 .95 L .28 .85 Q .17 .84 .16 .78 L .14 .37 L .06 .3 Z',
  'parcel-shelf':
    'M .06 .12 Q .07 .05 .14 .05 L .86 .05 Q .93 .05 .94 .12 L .985 .66 Q .99 .76 .93 .79 Q .5 .98 .07 .79 Q .01 .76 .015 .66 Z',
  roof: 'M .1 .02 L .9 .02 Q .96 .02 .96 .06 L .985 .5 L .95 .93 Q .94 .96 .88 .965 Q .5 .995 .12 .965 Q .06 .96 .05 .93 L .015 .5 L .04 .06 Q .04 .02 .1 .02 Z',
};
const PILLAR =
  'M .3 .02 L .72 .02 Q .82 .03 .8 .12 L .7 .55 Q .66 .8 .7 .95 Q .7 .985 .62 .985 L .3 .985 Q .24 .98 .25 .92 L .3 .5 Q .3 .25 .2 .1 Q .2 .03 .3 .02 Z';

/** Fine lines that make a panel read as what it is: the window line and armrest of a door, a dash's windscreen edge. Same square. */
const UNIT_DETAILS: Record<string, string> = {
  'front-door':
    'M .2 .8 L .9 .815 M .08 .6 Q .35 .5 .62 .56 Q .8 .6 .94 .55 M .1 .26 Q .3 .32 .56 .28 M .12 .12 Q .34 .16 .58 .12',
  'rear-door':
    'M .12 .8 L .86 .83 M .07 .56 Q .35 .47 .6 .53 Q .76 .57 .88 .52 M .1 .24 Q .3 .3 .54 .26 M .12 .11 Q .32 .15 .56 .11',
  'dash-top': 'M .07 .66 Q .28 .82 .5 .84 Q .72 .82 .93 .66 M .1 .24 Q .3 .18 .5 .19 Q .72 .18 .9 .24',
  'kick-panel': 'M .12 .8 Q .5 .72 .86 .8',
  tailgate: 'M .08 .52 L .92 .52 M .17 .9 L .26 .57 L .74 .57 L .83 .9 Z M .4 .1 Q .5 .2 .6 .1',
  'rear-quarter': 'M .1 .62 Q .5 .7 .95 .62 M .18 .9 L .34 .68 L .8 .68 L .86 .9 Z',
  'load-side': 'M .05 .66 L .95 .62 M .1 .9 Q .5 .94 .9 .88',
  'sliding-door':
    'M .06 .62 L .94 .62 M .1 .94 L .14 .68 L .86 .68 L .9 .94 M .55 .34 L .95 .34 M .08 .34 Q .2 .28 .32 .34 M .12 .12 Q .5 .17 .88 .12',
  'centre-stack': 'M .12 .78 L .88 .78 M .12 .5 L .88 .5 L .86 .36 L .14 .36 Z M .3 .2 Q .5 .14 .7 .2',
  sill: 'M .06 .5 L .94 .55',
  'rear-seat': 'M .04 .38 L .96 .38 M .33 .06 L .33 .36 M .67 .06 L .67 .36 M .33 .42 L .34 .86 M .67 .42 L .66 .86',
  'front-seat':
    'M .12 .35 L .88 .35 M .26 .08 Q .3 .22 .26 .33 M .74 .08 Q .7 .22 .74 .33 M .28 .42 Q .33 .6 .28 .78 M .72 .42 Q .67 .6 .72 .78',
  'parcel-shelf': 'M .1 .16 L .9 .16 M .12 .6 Q .5 .76 .88 .6 M .14 .3 Q .22 .46 .3 .3 M .7 .3 Q .78 .46 .86 .3',
  roof: 'M .08 .1 L .92 .1 M .42 .86 L .58 .86 L .58 .8 L .42 .8 Z M .08 .52 L .92 .52 M .08 .9 Q .5 .94 .92 .9',
};
for (const pillar of ['a-pillar', 'b-pillar', 'c-pillar']) {
  UNIT_PATHS[pillar] = PILLAR;
  UNIT_DETAILS[pillar] = 'M .38 .1 Q .46 .4 .4 .9';
}
const PLAIN =
  'M .06 .03 L .94 .03 Q .98 .03 .98 .09 L .98 .91 Q .98 .97 .94 .97 L .06 .97 Q .02 .97 .02 .91 L .02 .09 Q .02 .03 .06 .03 Z';

/** The outline of a map as a path in its millimetres (y up). */
export function outlinePath({ width, height, outline }: PanelMap): string {
  if (typeof outline === 'object' && 'path' in outline) return outline.path;
  return scaled((typeof outline === 'string' && entryOf(UNIT_PATHS, outline)) || PLAIN, width, height);
}

/** The fine lines inside an outline as a path in the map's millimetres; empty where such a panel has none, or the document says what it has. */
export const detailPath = ({ width, height, outline, features }: PanelMap): string =>
  typeof outline === 'string' && !features ? scaled(entryOf(UNIT_DETAILS, outline) ?? '', width, height) : '';

/** A path of the 0–1 square in millimetres, its lower left corner at `origin`. */
export function scaled(unit: string, width: number, height: number, origin: Point = [0, 0]): string {
  let axis = 0;
  return unit.replace(/[A-Z]|-?[\d.]+/g, (token) => {
    if (/[A-Z]/.test(token)) {
      axis = 0;
      return token;
    }
    const [size, from] = axis % 2 === 0 ? [width, origin[0]] : [height, origin[1]];
    axis += 1;
    return (from + Number(token) * size).toFixed(1);
  });
}
