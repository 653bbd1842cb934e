import { BASE_CATALOGUE, type Catalogue, findZone } from '../../trade';
import {
  centreOf,
  indexItems,
  itemWords,
  type ItemIndex,
  type Part,
  type Point,
  type ProcedureDocument,
} from '../procedure';
import { placeCallOuts } from './call-outs';
import { featurePath } from './features';
import { boundsOf, drawingOf, inset, roundedPath, toDrawing, type Drawing } from './geometry';
import { markOf, type Stroke } from './glyphs';
import { leaderPlace, placesFor, placesOf } from './item-places';
import { placeMarks } from './marks';
import { detailPath, outlinePath } from './outlines';
import { peeled, type Appearance } from './visibility';

/** How something is drawn in black on white: paper is filled white, ink black, grey lightly; the others are lines. */
export type Look = 'paper' | 'ink' | 'grey' | 'line' | 'fine' | 'dashed';

/** A path in millimetres of the drawing (y down), moved by `at` and scaled first; or words. Widths and sizes in the same millimetres. */
export type SceneStroke =
  | { what: 'path'; d: string; look: Look; width: number; matrix?: Matrix; title?: string }
  | { what: 'words'; text: string; at: Point; size: number; anchor: 'start' | 'middle' | 'end'; isOnInk?: boolean };
/** As SVG's matrix(a b c d e f). */
export type Matrix = readonly [number, number, number, number, number, number];

/** A drawing as plain strokes, for paper and files. */
export interface Scene {
  title: string;
  /** Left, top, width, height, mm. */
  box: [number, number, number, number];
  strokes: SceneStroke[];
}

/** Room around the panel for numbers and words, mm on a map of 1000 mm. */
const MARGIN = 70;
const LOOKS: Record<Stroke['look'], Look> = { body: 'paper', solid: 'ink', line: 'line', srs: 'line' };
/** Radius of a number and of a mark, mm on a map of 1000 mm. */
const [NUMBER, MARK] = [17, 16];
const SCALE_MM = 100;

/**
 * A procedure's panel with so many layers lifted (0: assembled), its marks by what they are, and their numbers beside them. Lifted parts are dashed, what is covered is left out.
 * @param numbers the number of each item, as in the lists beside it
 */
export function sceneOf(
  document: ProcedureDocument,
  layers: Map<string, number>,
  peel: number,
  numbers: ReadonlyMap<string, number>,
  catalogue: Catalogue = BASE_CATALOGUE,
): Scene {
  const drawing = drawingOf(document);
  const index = indexItems(document);
  const looks = peeled(document, layers, peel);
  const unit = drawing.width / 1000;
  const margin = MARGIN * unit;
  return {
    title: `${document.title}, ${document.side}`,
    box: [-margin, -margin, drawing.width + 2 * margin, drawing.height + 2 * margin],
    strokes: [
      ...ground(document, drawing, unit),
      ...parts(document, drawing, index, looks, unit),
      ...worked(document, drawing, looks, unit),
      ...marks(document, drawing, index, looks, unit, catalogue),
      ...callOuts(document, drawing, index, looks, unit, numbers),
      ...orientation(document, drawing, unit),
    ],
  };
}

const ontoDrawing = ({ width, height, mirrored }: Drawing): Matrix =>
  mirrored ? [-1, 0, 0, -1, width, height] : [1, 0, 0, -1, 0, height];

function ground({ map }: ProcedureDocument, drawing: Drawing, unit: number): SceneStroke[] {
  const matrix = ontoDrawing(drawing);
  const fine = [detailPath(map), ...(map.features ?? []).map(featurePath)].filter(Boolean).join(' ');
  return [
    { what: 'path', d: outlinePath(map), look: 'paper', width: 4 * unit, matrix },
    { what: 'path', d: fine, look: 'fine', width: 1.6 * unit, matrix },
  ];
}

const areaOf = (part: Part) => {
  const [, , width, height] = boundsOf(part.shape!);
  return width * height;
};

function parts(
  document: ProcedureDocument,
  drawing: Drawing,
  index: ItemIndex,
  looks: Map<string, Appearance>,
  unit: number,
): SceneStroke[] {
  return document.parts
    .filter(({ id, shape }) => shape && looks.get(id) !== 'hidden')
    .sort((a, b) => areaOf(b) - areaOf(a))
    .flatMap((part): SceneStroke[] => {
      const d = roundedPath(drawing, part.shape!);
      const title = itemWords(index, part.id);
      if (looks.get(part.id) === 'out') return [{ what: 'path', d, look: 'dashed', width: 1.6 * unit, title }];
      const outline: SceneStroke = {
        what: 'path',
        d,
        look: part.kind === 'panel' ? 'line' : 'grey',
        width: 2.4 * unit,
        title,
      };
      if (part.kind === 'panel' || part.kind === 'shield') return [outline];
      const inner =
        part.kind === 'speaker' || part.kind === 'tweeter'
          ? rings(drawing, part.shape!)
          : roundedPath(drawing, inset(part.shape!));
      return [outline, { what: 'path', d: inner, look: 'fine', width: 1.2 * unit }];
    });
}

/** What is cut out or covered, by its outline. */
function worked(
  { work = [] }: ProcedureDocument,
  drawing: Drawing,
  looks: Map<string, Appearance>,
  unit: number,
): SceneStroke[] {
  return work.flatMap(({ id, shape }): SceneStroke[] =>
    shape && looks.get(id) === 'in'
      ? [{ what: 'path', d: roundedPath(drawing, shape), look: 'dashed', width: 2.4 * unit }]
      : [],
  );
}

function rings(drawing: Drawing, shape: Point[]): string {
  const [x, y] = toDrawing(drawing, centreOf(shape)!);
  const radius = boundsOf(shape)[2] / 2;
  return [0.72, 0.25]
    .map((share) => radius * share)
    .map((r) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`)
    .join('');
}

function marks(
  document: ProcedureDocument,
  drawing: Drawing,
  index: ItemIndex,
  looks: Map<string, Appearance>,
  unit: number,
  catalogue: Catalogue,
): SceneStroke[] {
  const places = placesOf(document, index, drawing, (id) => looks.get(id) === 'in');
  return placeMarks(places, 2 * MARK * unit).flatMap(({ id, at: [x, y], count, from }): SceneStroke[] => {
    const glyph = markOf(catalogue, index, id);
    const title = itemWords(index, id, catalogue);
    const gaveWay: SceneStroke[] = from
      ? [{ what: 'path', d: `M${from[0]} ${from[1]}L${x} ${y}`, look: 'fine', width: 1.2 * unit }]
      : [];
    const pieces: SceneStroke[] =
      count > 1
        ? [{ what: 'words', text: `×${count}`, at: [x + 19 * unit, y - 10 * unit], size: 20 * unit, anchor: 'start' }]
        : [];
    const strokes = glyph.map(({ look, d, wide }): SceneStroke => ({
      what: 'path',
      d,
      look: LOOKS[look],
      width: wide ?? 2.4,
      matrix: [unit, 0, 0, unit, x, y],
      title,
    }));
    return [...gaveWay, ...strokes, ...pieces];
  });
}

function callOuts(
  document: ProcedureDocument,
  drawing: Drawing,
  index: ItemIndex,
  looks: Map<string, Appearance>,
  unit: number,
  numbers: ReadonlyMap<string, number>,
): SceneStroke[] {
  const radius = NUMBER * unit;
  const items = [...numbers].flatMap(([id, n]) => {
    const at = looks.get(id) === 'in' ? leaderPlace(document, index, id) : null;
    return at ? [{ id, n, mark: toDrawing(drawing, at) }] : [];
  });
  const taken = document.fasteners
    .filter(({ id }) => looks.get(id) === 'in')
    .flatMap((fastener) => placesFor(fastener.at, leaderPlace(document, index, fastener.id)))
    .map((at) => toDrawing(drawing, at));
  return placeCallOuts(items, taken, radius, [drawing.width, drawing.height]).flatMap(
    ({ n, at: [x, y], mark }): SceneStroke[] => [
      { what: 'path', d: `M${mark[0]} ${mark[1]}L${x} ${y}`, look: 'line', width: 1.8 * unit },
      {
        what: 'path',
        d: `M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0Z`,
        look: 'ink',
        width: unit,
      },
      {
        what: 'words',
        text: String(n),
        at: [x, y + radius * 0.38],
        size: radius * 1.15,
        anchor: 'middle',
        isOnInk: true,
      },
    ],
  );
}

function orientation(
  { side, zone }: ProcedureDocument,
  { width, height, mirrored }: Drawing,
  unit: number,
): SceneStroke[] {
  const y = height + 44 * unit;
  const size = 24 * unit;
  const [left, right] =
    side === 'centre' ? ['← left', 'right →'] : mirrored ? ['← rear', 'front →'] : ['← front', 'rear →'];
  const words = (text: string, at: Point, anchor: 'start' | 'middle' | 'end'): SceneStroke => ({
    what: 'words',
    text,
    at,
    size,
    anchor,
  });
  return [
    words(left, [0, y], 'start'),
    words(right, [width, y], 'end'),
    words(`↑ ${findZone(zone)?.upwards ?? 'up'}`, [width / 2, -36 * unit], 'middle'),
    {
      what: 'path',
      d: `M${width / 2 - SCALE_MM / 2} ${y - 14 * unit}v${8 * unit}h${SCALE_MM}v${-8 * unit}`,
      look: 'line',
      width: 2 * unit,
    },
    words(`${SCALE_MM} mm`, [width / 2 + SCALE_MM / 2 + 12 * unit, y], 'start'),
  ];
}
