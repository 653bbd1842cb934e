import { BASE_CATALOGUE, fastenerKindOf, linkKindOrGuess, parseDrive, type Catalogue } from '../../trade';
import { durationOf } from '../../shop';
import { countOf, type Point, type ProcedureDocument } from '../../document';
import { buildGraph, carryOut, DEFAULT_COSTS, planRefit } from '../../planning';

/** The version of summaries that this program writes; others are made anew. */
export const SUMMARY_VERSION = 1;

/** What a list shows of a procedure without opening it: what taking all of it apart and back takes, and a small drawing. */
export interface Summary {
  version: number;
  /** Threaded pieces, and the sizes they ask for. */
  screws: number;
  plates: string[];
  /** Clips of every kind that come out by pulling. */
  clips: number;
  /** Electrical links. */
  plugs: number;
  /** An airbag connector is among them. */
  hasSrs: boolean;
  /** Everything out and back, seconds. */
  likelySeconds: number;
  /** Shapes of the largest parts in the map's millimetres, largest first. */
  shapes: Point[][];
  map: ProcedureDocument['map'];
}

/** Times do not depend on the order, so none is searched for. */
const QUICK = { effort: { widths: [1], states: 1 } };
/** Actions up to which the way back is worked out for a list; the largest dash has about two hundred. */
const MOST_PLANNED = 300;
/** Parts drawn in a summary at most. */
const MOST_SHAPES = 9;
/** Share of the time that goes into tool changes and moves (common practice, no source). */
const BETWEEN = 0.25;

/** Sums a procedure up, every option included. O(n²) in its items for the way back, up to a few hundred; linear beyond. */
export function summarise(document: ProcedureDocument, catalogue: Catalogue = BASE_CATALOGUE): Summary {
  const kinds = document.fasteners.map((fastener) => ({ fastener, kind: fastenerKindOf(catalogue, fastener) }));
  const threaded = kinds.filter(({ kind }) => kind.threaded);
  const clips = kinds.filter(({ kind }) => !kind.threaded && !kind.integral && kind.release === 'pulled');
  const plugs = document.links.filter((link) => linkKindOrGuess(catalogue, link.kind).electrical);
  const pieces = (items: { count?: number }[]) => items.reduce((sum, item) => sum + countOf(item), 0);
  const plates = threaded.flatMap(({ fastener: { drive } }) => (drive ? [parseDrive(drive)?.plate ?? drive] : []));
  return {
    version: SUMMARY_VERSION,
    screws: pieces(threaded.map(({ fastener }) => fastener)),
    plates: [...new Set(plates)].sort(),
    clips: pieces(clips.map(({ fastener }) => fastener)),
    plugs: pieces(plugs),
    hasSrs: document.links.some((link) => link.safety === 'srs'),
    likelySeconds: Math.round(likelySeconds(document, catalogue)),
    shapes: shapesOf(document),
    map: document.map,
  };
}

function likelySeconds(document: ProcedureDocument, catalogue: Catalogue): number {
  const graph = buildGraph([document], { options: {}, catalogue });
  const own = new Set(graph.nodes.flatMap(({ ref }, id) => (ref.procedure === null ? [] : [id])));
  // What waits for the battery waits for nothing here: its own work is not this procedure's.
  const all = new Set([...own, ...graph.nodes.keys()]);
  const done = [...carryOut(graph, all, { rules: true }).done].filter((id) => own.has(id));
  const out = done.flatMap((id) => graph.nodes[id].action ?? []);
  // The way back of more than anybody has on a bench is not worked out for a list: it takes about as long as the way out.
  const back = out.length > MOST_PLANNED ? out : planRefit(graph, done, DEFAULT_COSTS, QUICK).actions;
  const steps = [...out, ...back];
  const seconds = steps.map(({ ms }) => ms / 1000).filter((one) => one > 0);
  return durationOf(seconds, seconds.reduce((sum, one) => sum + one, 0) * BETWEEN).likelySeconds;
}

function shapesOf(document: ProcedureDocument): Point[][] {
  const areaOf = (shape: Point[]) => {
    const [xs, ys] = [shape.map(([x]) => x), shape.map(([, y]) => y)];
    return (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
  };
  return document.parts
    .flatMap(({ shape, kind }) => (shape && kind !== 'shield' ? [shape] : []))
    .sort((a, b) => areaOf(b) - areaOf(a))
    .slice(0, MOST_SHAPES)
    .map((shape) => shape.map(([x, y]): Point => [Math.round(x), Math.round(y)]));
}
