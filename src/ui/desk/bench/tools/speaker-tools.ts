import { FIT } from '@/contracts/schemas/fit';
import { DEPTH_TOOL, plainNumber, RING_TOOL, type Said, sayDepth, sayOval, sayRing } from '@/core/bench';
import { type BenchField, type BenchTool, length, millimetres, plain } from './field';

/** The school that keeps the factory frame cannot be undone. */
const kept = ({ standing, words }: Said): Said => ({
  standing: standing === 'no' ? 'no' : 'exact',
  words: `${words} Not reversible: the cone is cut out of the factory frame. Cut away from the hand, gloves and eye protection on.`,
});

/** What rings are cut from (common practice, no source). */
const MATERIAL: BenchField = {
  key: 'material',
  label: 'Cut from',
  start: 'plywood, sealed',
  choices: [
    ['plywood, sealed', 'plywood, sealed'],
    ['MDF, sealed all round', 'MDF, sealed all round'],
    ['plastic sheet', 'plastic sheet'],
    ['aluminium', 'aluminium'],
  ],
};

/** How a speaker goes into its place. */
export const SPEAKER_TOOLS: BenchTool[] = [
  {
    code: 'depth',
    isFact: true,
    takesDoor: true,
    takesSpeaker: true,
    name: DEPTH_TOOL,
    asks: 'How thick must the spacer under the speaker be?',
    fields: [
      length('toGlass', 'Face to glass', '62'),
      length('toRegulator', 'Face to regulator', ''),
      { key: 'regulator', label: 'The regulator is', start: 'beside', choices: [['beside', 'beside the magnet'], ['behind', 'behind the magnet']] }, // prettier-ignore
      length('grilleGap', 'Face to grille', '24'),
      length('baffle', 'Baffle on the face', ''),
      length('tolerance', 'Door readings ±', '1'),
      length('depth', 'Speaker: mounting depth', '58'),
      length('proud', 'Speaker: stands proud', '4'),
      length('stroke', 'Speaker: cone moves out', '5'),
      length('speakerTolerance', 'Speaker readings ±', '0.5'),
      length('behind', 'Air wanted behind', '5'),
      length('front', 'Air wanted in front', '3'),
      { key: 'sheets', label: 'Sheets at hand', unit: 'mm', start: '3, 6, 9', isList: true },
    ],
    formula:
      'least = depth + air behind − face to glass (or a regulator behind), not below 0; most = face to grille − proud − stroke − air in front; a baffle on the face comes off both. Sure: both ends drawn in by both ±.',
    source: 'Sums of lengths; no source needed. Which air to leave is common practice, no source.',
    answer: (values) => {
      const { input, result } = FIT.depth(values);
      return {
        said: sayDepth(input, result),
        figures: [['Works', millimetres(result.window)], ['Sure', millimetres(result.sure)]], // prettier-ignore
        drawn: { of: 'depth', input, result },
      };
    },
  },
  {
    code: 'ring',
    isFact: true,
    takesDoor: true,
    takesSpeaker: true,
    name: RING_TOOL,
    asks: 'Does the speaker go on this ring, and turned how far?',
    fields: [
      length('bore', 'Hole in the door', '142'),
      length('outside', 'Ring: outside', '184'),
      length('thickness', 'Ring: thickness', '12'),
      plain('factory.count', 'Factory holes', '', '3'),
      length('factory.circle', 'Factory: hole circle', '161'),
      plain('factory.start', 'Factory: first hole at', '°', '30'),
      plain('speaker.count', 'Speaker holes', '', '4'),
      length('speaker.circle', 'Speaker: hole circle', '156'),
      length('speaker.cutout', 'Speaker: cut-out', '141'),
      length('speaker.basket', 'Speaker: basket', '165'),
      length('screw', 'Screw holes', '4'),
      length('ligament', 'Material wanted', '3'),
      MATERIAL,
      { key: 'school', label: 'The factory speaker', start: 'ring', choices: [['ring', 'comes out whole: adapter ring'], ['frame', 'cone cut out, its frame kept']] }, // prettier-ignore
    ],
    formula:
      'Distance of two holes by the law of cosines; two even patterns meet every 360°/lcm of their counts. The smallest turn that leaves the most material everywhere.',
    source: 'Plane geometry; checked in the tests against a search of every tenth of a degree.',
    answer: (values) => {
      const { school, material, ...given } = values;
      const { input, result } = FIT.ring(given);
      return {
        said: school === 'frame' ? kept(sayRing(result)) : sayRing(result),
        figures: [
          ['Turn', `${plainNumber(result.turn, 2)}°`],
          ['Least material', `${plainNumber(result.leastLigament, 2)} mm`],
          ['Cut from', `${plainNumber(input.thickness)} mm ${String(material)}`],
        ],
        drawn: { of: 'ring', input, result },
      };
    },
  },
  {
    code: 'oval',
    isFact: true,
    takesSpeaker: true,
    name: 'Oval plate',
    asks: 'Does a round speaker go on a 6×9 or 5×7 place?',
    fields: [
      length('length', 'Factory flange: length', '235'),
      length('width', 'Factory flange: width', '162'),
      plain('squareness', 'Shape: 2 is an ellipse', '', '2.5'),
      { key: 'measured', label: 'Or measured corners', start: '', isText: true },
      length('screwsAlong', 'Screws: along', '165'),
      length('screwsAcross', 'Screws: across', '110'),
      plain('speaker.count', 'Speaker holes', '', '4'),
      length('speaker.circle', 'Speaker: hole circle', '156'),
      length('speaker.cutout', 'Speaker: cut-out', '140'),
      length('speaker.basket', 'Speaker: basket', '166'),
      length('screw', 'Screw holes', '4'),
      length('ligament', 'Material wanted', '2'),
      length('thickness', 'Plate: thickness', '12'),
      MATERIAL,
    ],
    formula:
      'Outline |x/a|ⁿ + |y/b|ⁿ = 1, or the corners as measured from the middle (“-117 0; 0 81; …”, mm). Every half degree of one spacing is tried; the least distance of holes to the rim, the opening and one another counts.',
    source: 'Lamé’s superellipse. Which shape a flange has is common practice, no source: measure it.',
    answer: ({ measured, thickness, material, ...values }) => {
      const corners = typeof measured === 'string' ? cornersIn(measured) : undefined;
      const { input, result } = FIT.oval({ ...values, ...(corners ? { measured: corners } : {}) });
      return {
        said: sayOval(result),
        figures: [
          ['First hole at', `${plainNumber(result.turn)}°`],
          ['Least material', `${plainNumber(result.leastLigament, 2)} mm`],
          ['Cut from', `${plainNumber(Number(thickness))} mm ${String(material)}`],
        ],
        drawn: { of: 'oval', input, result },
      };
    },
  },
];

/** "-117 0; 0 81" as corners. */
const cornersIn = (text: string): unknown[] =>
  text
    .split(';')
    .filter((pair) => pair.trim())
    .map((pair) =>
      pair
        .trim()
        .split(/[\s,]+/)
        .map(Number),
    );
