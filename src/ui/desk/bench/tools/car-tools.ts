import { FIT } from '@/contracts/schemas/fit';
import { awgToMm2, plainNumber, sayDrill, sayHole, sayStack, sayWire } from '@/core/bench';
import { type BenchTool, DRILL_SETS, length, ohm, plain, setsIn } from './field';

/** What is drilled and laid in the car. */
export const CAR_TOOLS: BenchTool[] = [
  {
    code: 'drill',
    name: 'Drill',
    asks: 'Which drill at hand is nearest?',
    fields: [{ key: 'size', label: 'Hole', start: '11/64 in', isText: true }, DRILL_SETS],
    formula: 'The drill whose diameter differs least; of two as near, the smaller.',
    source: 'Number and letter drills after ASME B94.11M, values from memory; 1 in = 25.4 mm exactly.',
    answer: ({ size, sets }) => {
      const { input, result } = FIT.drill({ size, sets: setsIn(sets) });
      return {
        said: sayDrill(result),
        figures: [['Nearest', `${plainNumber(result.nearest.mm, 3)} mm`], ['Off by', `${plainNumber(result.errorMm, 3)} mm`]], // prettier-ignore
        drawn: { of: 'drill', input, result },
      };
    },
  },
  {
    code: 'hole',
    isFact: true,
    name: 'Holes',
    asks: 'Which hole for this screw or boot?',
    fields: [
      { key: 'for', label: 'For a', start: 'pilot', choices: [['pilot', 'self-tapper: pilot hole'], ['clearance', 'machine screw: clearance'], ['boot-door', 'boot in the door (1 in)'], ['boot-body', 'boot in the body (¾ in)']] }, // prettier-ignore
      length('screw', 'Screw', '2.9'),
      length('sheet', 'Sheet', '0.8'),
      length('behind', 'To what is behind', ''),
      length('toEdge', 'Middle to the sheet’s edge', ''),
      length('toWeld', 'Middle to a spot weld', ''),
      { key: 'layers', label: 'Or through, head first', start: '', isText: true },
      DRILL_SETS,
    ],
    formula:
      'Pilot: about the screw’s core, 0.1 mm more in sheet over 1 mm, 0.2 over 2. Clearance: medium fit. To an edge the hole wants its own width of sheet, to a spot weld 10 mm. Through layers (“card 3; plywood 12; steel 0.8”) the thread holds in the last that is no card, and goes clear through those before. The stop lets the drill 3 mm through. Eye and ear protection; centre-punch first.',
    source:
      'Cores after ISO 1478, pilots of the handbooks, clearances after ISO 273: values from memory. One school drills 1.5 mm for a 2.9 mm screw. Boots: common practice, no source.',
    answer: ({ for: use, screw, sets, layers, ...rest }) => {
      const needsScrew = use === 'pilot' || use === 'clearance';
      const { input, result } = FIT.hole({
        for: use,
        ...(needsScrew ? { screw } : {}),
        ...(use === 'pilot' && typeof layers === 'string' ? { layers: layersIn(layers) } : {}),
        ...rest,
        sets: setsIn(sets),
      });
      const { through } = result;
      return {
        said: through === undefined ? sayHole(result) : sayStack(through),
        figures: [
          ['Hole', `${plainNumber(result.mm, 2)} mm`],
          ['Nearest drill off by', `${plainNumber(result.errorMm, 3)} mm`],
          [
            'Step drill',
            result.step ? `${result.step.step} mm, ${plainNumber(result.step.widerBy)} wider` : 'none so large',
          ],
        ],
        drawn: { of: 'hole', input, result },
      };
    },
  },
  {
    code: 'wire',
    name: 'Wire',
    asks: 'Is the wire thick enough?',
    fields: [
      { key: 'thick', label: 'Thickness', start: '2.5 mm²', isText: true },
      plain('metres', 'One way', 'm', '5'),
      plain('ohms', 'Speaker', 'Ω', '4'),
    ],
    formula:
      'There and back 2·l·ρ/A; loss 20·log₁₀((R + loop)/R); damping at most R/loop. AWG: d = 0.127 mm × 92^((36 − n)/39).',
    source: 'ρ of copper 1/58 Ω·mm²/m (IEC 60028); AWG after ASTM B258.',
    answer: ({ thick, metres, ohms }) => {
      const awg = /^(?:awg ?(\d+)|(\d+) ?awg)$/i.exec(String(thick).trim());
      const size = awg ? { awg: Number(awg[1] ?? awg[2]) } : { mm2: String(thick).replace(/ ?mm(?:²|2)?$/i, '').replace(',', '.') }; // prettier-ignore
      const { input, result } = FIT.wire({ ...size, metres, ohms });
      const mm2 = input.mm2 ?? awgToMm2(input.awg!);
      return {
        said: sayWire(result),
        figures: [['Cross-section', `${plainNumber(mm2, 2)} mm²`], ['Loop', ohm(result.loopOhms)]], // prettier-ignore
        drawn: { of: 'wire', input, result, mm2 },
      };
    },
  },
];

/** "card 3; plywood 12; steel 0.8": what a screw goes through. */
const layersIn = (text: string): unknown[] =>
  text
    .split(';')
    .filter((one) => one.trim())
    .map((one) => {
      const [material, mm] = one.trim().toLowerCase().split(/\s+/);
      return { material: material === 'ply' ? 'plywood' : material, mm: Number(mm?.replace(',', '.')) };
    });
