import type { View } from './events';

/** A vehicle seen from one direction: a plain shape to put marks on, no vehicle's own. */
export interface VehicleView {
  view: View;
  name: string;
  width: number;
  height: number;
  /** Outline, then lines inside it. */
  outline: string;
  lines: string[];
  wheels: [x: number, y: number, r: number][];
}

const SIDE =
  'M18 150 Q10 150 10 138 L14 112 Q16 98 34 94 L112 82 L158 44 Q168 36 186 34 L296 34 Q316 34 328 44 L366 82 L380 92 Q390 98 390 112 L390 138 Q390 150 380 150 Z';
const SIDE_LINES = [
  'M124 82 L166 50 Q171 46 180 46 L232 46 L232 84 Z',
  'M242 46 L296 46 Q308 46 316 54 L342 84 L242 84 Z',
  'M120 88 L124 146 M237 86 L237 148 M346 88 L338 120',
  'M150 100 H168 M262 100 H280',
];
const END =
  'M40 150 Q30 150 30 138 L30 100 Q32 90 44 86 L62 46 Q66 36 80 34 L180 34 Q194 36 198 46 L216 86 Q228 90 230 100 L230 138 Q230 150 220 150 Z';
const TOP =
  'M30 40 Q14 48 14 90 Q14 132 30 140 L120 146 L300 146 L374 136 Q388 128 388 90 Q388 52 374 44 L300 34 L120 34 Z';

/** Seen from outside the left side, the front is on the left. */
export const VEHICLE_VIEWS: VehicleView[] = [
  {
    view: 'left',
    name: 'Left side',
    width: 400,
    height: 180,
    outline: SIDE,
    lines: SIDE_LINES,
    wheels: [
      [82, 150, 26],
      [316, 150, 26],
    ],
  },
  {
    view: 'right',
    name: 'Right side',
    width: 400,
    height: 180,
    outline: SIDE,
    lines: SIDE_LINES,
    wheels: [
      [82, 150, 26],
      [316, 150, 26],
    ],
  },
  {
    view: 'front',
    name: 'Front',
    width: 260,
    height: 180,
    outline: END,
    lines: [
      'M70 82 L84 50 H176 L190 82 Z',
      'M44 104 H78 V118 H46 Z M216 104 H182 V118 H214 Z',
      'M90 112 H170 V132 H90 Z',
    ],
    wheels: [],
  },
  {
    view: 'rear',
    name: 'Rear',
    width: 260,
    height: 180,
    outline: END,
    lines: [
      'M74 80 L88 52 H172 L186 80 Z',
      'M38 100 H62 V124 H38 Z M222 100 H198 V124 H222 Z',
      'M98 116 H162 V134 H98 Z',
    ],
    wheels: [],
  },
  {
    view: 'roof',
    name: 'Roof and bonnet',
    width: 400,
    height: 180,
    outline: TOP,
    lines: [
      'M120 46 Q104 90 120 134 L160 122 Q150 90 160 58 Z',
      'M318 50 Q332 90 318 130 L290 118 Q298 90 290 62 Z',
      'M160 58 H290 M160 122 H290',
    ],
    wheels: [],
  },
  {
    view: 'interior',
    name: 'Interior',
    width: 400,
    height: 180,
    outline: TOP,
    lines: [
      'M122 50 Q108 90 122 130 L140 126 Q130 90 140 54 Z',
      'M160 54 H212 V84 H160 Z M160 96 H212 V126 H160 Z',
      'M250 52 H304 V128 H250 Z M250 90 H304',
      'M216 82 H246 V98 H216 Z',
    ],
    wheels: [],
  },
];
