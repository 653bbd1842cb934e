import type { MapFeature, PanelMap, Point } from '../procedure';
import { scaled } from './outlines';

/** Lines and forms of bare panels in the box they fill: x rearwards, y up. */
const UNIT_FEATURES: Record<MapFeature['kind'], string> = {
  'window-line': 'M 0 0 Q .5 1 1 .6',
  'handle-bowl': 'M 0 .5 Q 0 0 .5 0 Q 1 0 1 .5 Q 1 1 .5 1 Q 0 1 0 .5 M .2 .5 L .8 .5',
  armrest: 'M 0 .2 Q .02 1 .3 .9 L .9 .75 Q 1 .7 1 .4 Q .98 0 .8 .05 L .1 0 Q 0 0 0 .2',
  pocket: 'M 0 1 L .05 .15 Q .07 0 .2 0 L .8 0 Q .93 0 .95 .15 L 1 1 M 0 1 Q .5 .8 1 1',
  'speaker-field':
    'M 0 .5 Q 0 0 .5 0 Q 1 0 1 .5 Q 1 1 .5 1 Q 0 1 0 .5 M .2 .5 Q .2 .2 .5 .2 Q .8 .2 .8 .5 Q .8 .8 .5 .8 Q .2 .8 .2 .5',
  'wheel-arch': 'M 0 0 Q .08 1 .5 1 Q .92 1 1 0',
};

/** Where a feature usually is, in shares of the map. */
const USUAL_BOX: Record<MapFeature['kind'], [Point, Point]> = {
  'window-line': [
    [0.1, 0.78],
    [0.92, 0.85],
  ],
  'handle-bowl': [
    [0.1, 0.6],
    [0.24, 0.72],
  ],
  armrest: [
    [0.25, 0.45],
    [0.8, 0.58],
  ],
  pocket: [
    [0.1, 0.06],
    [0.62, 0.28],
  ],
  'speaker-field': [
    [0.05, 0.1],
    [0.25, 0.4],
  ],
  'wheel-arch': [
    [0.4, 0],
    [0.95, 0.45],
  ],
};
export const FEATURE_KINDS = Object.keys(UNIT_FEATURES) as MapFeature['kind'][];

/** A feature where such a panel usually has it. */
export const newFeature = ({ width, height }: PanelMap, kind: MapFeature['kind']): MapFeature => {
  const at = ([x, y]: Point): Point => [Math.round(x * width), Math.round(y * height)];
  const [low, high] = USUAL_BOX[kind];
  return { kind, box: [at(low), at(high)] };
};

/** A feature as a path in the map's millimetres (y up). */
export function featurePath({ kind, box: [a, b] }: MapFeature): string {
  const [left, low] = [Math.min(a[0], b[0]), Math.min(a[1], b[1])];
  return scaled(UNIT_FEATURES[kind], Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1]), [left, low]);
}
