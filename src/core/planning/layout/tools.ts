import { confusionNote, fitOf, parseDrive, toolFor } from '../../trade';
import type { Fastener } from '../../document';
import type { Action, ActionGraph } from '../graph';
import type { RefitAction } from '../refit';

/** A tool to lay out, with what it is for and what must not be taken in its place. */
export interface ToolNeed {
  tool: string;
  name: string;
  plate: string;
  /** How many actions use it. */
  uses: number;
  items: string[];
  notes: string[];
  /** Another tool of the list that does its work too within the fit rules, so this one may stay in the drawer; null where none does. */
  coveredBy: string | null;
}

/** Depth from which an extension is laid out, and lengths in the drawer, mm (common practice, no source). */
const EXTENSION_FROM_MM = 25;
const EXTENSIONS_MM = [75, 150, 250];
/** Angle to the panel from which a straight driver does not reach, degrees (common practice, no source). */
const RIGHT_ANGLE_FROM = 20;
/** Depth from which a dropped screw is fetched with a magnet (common practice, no source). */
const MAGNET_FROM_MM = 50;

/** What reaching a fastener asks for besides its driver. */
export function reachTools({ recess = 0, angle = 0 }: Pick<Fastener, 'recess' | 'angle'>): string[] {
  const length = EXTENSIONS_MM.find((mm) => mm >= recess) ?? EXTENSIONS_MM[EXTENSIONS_MM.length - 1];
  return [
    ...(recess >= EXTENSION_FROM_MM ? [`extension-${length}`] : []),
    ...(Math.abs(angle) >= RIGHT_ANGLE_FROM ? ['right-angle-driver'] : []),
    ...(recess >= MAGNET_FROM_MM ? ['magnet'] : []),
  ];
}

/**
 * Every tool that taking apart and putting back use, in the order of first use, the bare hand left out: drivers with the warning for the
 * nearest wrong size, extensions and angle drivers for what sits deep, and which socket does another's work.
 */
export function toolsFor(
  graph: ActionGraph,
  removal: Action[],
  refit: Pick<RefitAction, 'type' | 'tool' | 'item'>[],
): ToolNeed[] {
  const needs = new Map<string, ToolNeed>();
  const lay = (wanted: string, item: string) => {
    if (wanted === 'hand') return;
    const { code, name, plate } = toolFor(wanted);
    const need = needs.get(code) ?? { tool: code, name, plate, uses: 0, items: [], notes: [], coveredBy: null };
    need.uses += 1;
    if (!need.items.includes(item)) need.items.push(item);
    needs.set(code, need);
  };
  for (const action of removal) {
    lay(action.tool, action.item);
    const fastener =
      action.type === 'release' ? graph.indexes.get(action.procedure!)?.fasteners.get(action.item) : undefined;
    if (fastener) for (const tool of reachTools(fastener)) lay(tool, action.item);
  }
  for (const step of refit) if (step.type !== 'gate') lay(step.tool, step.item);
  const list = [...needs.values()];
  for (const need of list) describe(need, list);
  return list;
}

function describe(need: ToolNeed, list: ToolNeed[]): void {
  const head = parseDrive(need.tool);
  if (!head) return;
  const note = confusionNote(head);
  if (note) need.notes.push(note);
  const other = list.find((one) => one !== need && substitutes(one.tool, need.tool));
  if (!other) return;
  need.coveredBy = other.tool;
  need.notes.push(
    `The ${other.name} does it too (${fitOf(parseDrive(other.tool)!, head).slackMm!.toFixed(2)} mm slack).`,
  );
}

const substitutes = (tool: string, head: string): boolean => {
  const [a, b] = [parseDrive(tool), parseDrive(head)];
  return !!a && !!b && fitOf(a, b).fit === 'goes';
};

/** Whether a person has a tool: in the kit, by a substitute in it, or not. */
export interface KitAnswer {
  tool: string;
  has: 'yes' | 'substitute' | 'no';
  by: string | null;
}

/** Compares what is needed with a technician's kit (tool codes). */
export function compareKit(needs: ToolNeed[], kit: string[]): KitAnswer[] {
  const own = new Set(kit.map((code) => toolFor(code).code));
  return needs.map(({ tool }) => {
    if (own.has(tool)) return { tool, has: 'yes', by: tool };
    const by = [...own].sort().find((other) => substitutes(other, tool)) ?? null;
    return { tool, has: by ? 'substitute' : 'no', by };
  });
}
