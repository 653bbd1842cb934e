import { entryOf } from '@/core/text';
import type { PanelMap } from '@/core/procedure';

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
  tailgate: 'M .1 .62 L .9 .62 M .16 .9 Q .5 .97 .84 .9',
  'rear-quarter': 'M .1 .62 Q .5 .7 .9 .6',
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

/** The fine lines inside an outline, likewise; empty where a panel has none. */
export const detailPath = ({ width, height, outline }: PanelMap): string =>
  typeof outline === 'string' ? scaled(entryOf(UNIT_DETAILS, outline) ?? '', width, height) : '';

/** A path of the 0–1 square in millimetres. */
function scaled(unit: string, width: number, height: number): string {
  let axis = 0;
  return unit.replace(/[A-Z]|-?[\d.]+/g, (token) => {
    if (/[A-Z]/.test(token)) {
      axis = 0;
      return token;
    }
    const size = axis % 2 === 0 ? width : height;
    axis += 1;
    return (Number(token) * size).toFixed(1);
  });
}
