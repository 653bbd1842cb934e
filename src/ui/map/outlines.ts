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
const PLAIN =
  'M .06 .03 L .94 .03 Q .98 .03 .98 .09 L .98 .91 Q .98 .97 .94 .97 L .06 .97 Q .02 .97 .02 .91 L .02 .09 Q .02 .03 .06 .03 Z';

/** The outline of a map as a path in its millimetres (y up). */
export function outlinePath({ width, height, outline }: PanelMap): string {
  if (typeof outline === 'object' && 'path' in outline) return outline.path;
  const unit = (typeof outline === 'string' && UNIT_PATHS[outline]) || PLAIN;
  let axis = 0;
  return unit.replace(/[A-Z]|-?[\d.]+/g, (token) => {
    if (/[A-Z]/.test(token)) {
      axis = 0;
      return token;
    }
    const scaled = Number(token) * (axis % 2 === 0 ? width : height);
    axis += 1;
    return scaled.toFixed(1);
  });
}
