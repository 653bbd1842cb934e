import { holesOn, ovalHoles, type Corner2, type OvalInput, type OvalResult } from './oval';
import type { RingInput, RingResult } from './ring';

/** What a line of a template is for: cut along it, drill it, or only look at it. */
export type TemplateLayer = 'cut' | 'drill' | 'mark';
export type TemplateShape =
  | { kind: 'circle'; layer: TemplateLayer; at: Corner2; diameter: number }
  | { kind: 'outline'; layer: TemplateLayer; corners: Corner2[] }
  | { kind: 'text'; layer: 'mark'; at: Corner2; words: string; height: number };

/** A drawing true to scale, mm, its middle at (0, 0), y up. */
export interface Template {
  title: string;
  /** How wide and high it is. */
  size: Corner2;
  shapes: TemplateShape[];
  mirrored: boolean;
}

const CENTRE = 12;

/** The template of a ring: rim, opening, both patterns, the bore to lay it on by, which way is up. */
export function ringTemplate(input: RingInput, result: RingResult, title: string): Template {
  const { factory, speaker, screw, outside, bore } = input;
  return {
    title,
    size: [outside, outside],
    mirrored: false,
    shapes: [
      { kind: 'circle', layer: 'cut', at: [0, 0], diameter: outside },
      { kind: 'circle', layer: 'cut', at: [0, 0], diameter: speaker.cutout },
      { kind: 'circle', layer: 'mark', at: [0, 0], diameter: bore },
      ...holesOn(factory.count, factory.circle, factory.start ?? 0).map((at) => drilled(at, screw)),
      ...holesOn(speaker.count, speaker.circle, result.turn).map((at) => drilled(at, screw)),
      ...centred(`UP · ${title}`, speaker.cutout),
    ],
  };
}

/** The template of an oval plate. */
export function ovalTemplate(input: OvalInput, result: OvalResult, title: string): Template {
  const { speaker, screw } = input;
  const [xs, ys] = [result.outline.map(([x]) => Math.abs(x)), result.outline.map(([, y]) => Math.abs(y))];
  return {
    title,
    size: [2 * Math.max(...xs), 2 * Math.max(...ys)],
    mirrored: false,
    shapes: [
      { kind: 'outline', layer: 'cut', corners: result.outline },
      { kind: 'circle', layer: 'cut', at: [0, 0], diameter: speaker.cutout },
      ...ovalHoles(input).map((at) => drilled(at, screw)),
      ...holesOn(speaker.count, speaker.circle, result.turn).map((at) => drilled(at, screw)),
      ...centred(`UP · ${title}`, speaker.cutout),
    ],
  };
}

const drilled = (at: Corner2, diameter: number): TemplateShape => ({ kind: 'circle', layer: 'drill', at, diameter });

/** A cross in the middle, and which way is up. */
const centred = (words: string, cutout: number): TemplateShape[] => [
  { kind: 'outline', layer: 'mark', corners: [[-CENTRE, 0], [CENTRE, 0]] }, // prettier-ignore
  { kind: 'outline', layer: 'mark', corners: [[0, -CENTRE], [0, CENTRE]] }, // prettier-ignore
  { kind: 'text', layer: 'mark', at: [-cutout * 0.3, cutout * 0.22], words, height: 5 },
];

/** The same for the other side of the vehicle: left and right changed over. Mirrored twice it is as it was. */
export function mirroredTemplate(template: Template): Template {
  const flip = ([x, y]: Corner2): Corner2 => [x === 0 ? 0 : -x, y];
  return {
    ...template,
    mirrored: !template.mirrored,
    shapes: template.shapes.map((shape) => {
      if (shape.kind === 'outline') return { ...shape, corners: shape.corners.map(flip) };
      // Words stay readable.
      return shape.kind === 'text' ? shape : { ...shape, at: flip(shape.at) };
    }),
  };
}

const COLOURS: Record<TemplateLayer, string> = { cut: '#b3261e', drill: '#0b57d0', mark: '#6b6b6b' };
const escaped = (text: string) => text.replace(/[<>&"]/g, (one) => `&#${one.charCodeAt(0)};`);

/** The template as SVG, 1 unit to 1 mm, with room for its lines. */
export function templateSvg({ size: [width, height], shapes, title }: Template): string {
  const [w, h] = [width + 10, height + 10];
  const line = (layer: TemplateLayer) =>
    `fill="none" stroke="${COLOURS[layer]}" stroke-width="0.2" data-layer="${layer}"`;
  const drawn = shapes.map((shape) => {
    if (shape.kind === 'circle')
      return `<circle cx="${shape.at[0]}" cy="${-shape.at[1]}" r="${shape.diameter / 2}" ${line(shape.layer)}/>`;
    if (shape.kind === 'text')
      return `<text x="${shape.at[0]}" y="${-shape.at[1]}" font-family="sans-serif" font-size="${shape.height}" fill="${COLOURS.mark}">${escaped(shape.words)}</text>`;
    const points = shape.corners.map(([x, y]) => `${x},${-y}`).join(' ');
    return `<${shape.corners.length > 2 ? 'polygon' : 'polyline'} points="${points}" ${line(shape.layer)}/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="${-w / 2} ${-h / 2} ${w} ${h}"><title>${escaped(title)}</title>\n${drawn.join('\n')}\n</svg>\n`;
}
