import { releaseTool } from '../planning';
import { type Catalogue, fitOf, parseDrive } from '../trade';
import type { Fastener } from '../document';

/** Tools that draw a part or a clip out without harm. */
const PRYING = new Set(['hand', 'trim-tool', 'pick', 'clip-fork', 'taped-steel', 'clip-hook']);

/** How a tool does on a fastener; `wants` is the one it takes. */
export interface ToolUse {
  fit: 'goes' | 'slips' | 'no';
  wants: string;
}

/** Judges a tool on a fastener: a driver by the fit of its drive, another tool by what the kind asks for. One pry tool stands for another. */
export function judgeTool(catalogue: Catalogue, fastener: Fastener, tool: string): ToolUse {
  const wants = releaseTool(catalogue, fastener);
  const head = fastener.drive ? parseDrive(fastener.drive) : null;
  if (!head) {
    const isAlike = PRYING.has(wants) && PRYING.has(tool) && tool !== 'hand';
    return { fit: wants === 'hand' || tool === wants || isAlike ? 'goes' : 'no', wants };
  }
  const held = parseDrive(tool);
  const fit = held ? fitOf(held, head).fit : 'no';
  return { fit: fit === 'exact' || fit === 'goes' ? 'goes' : fit, wants };
}

/** Whether a tool marks the edge it pries at: anything but the hand and what is made for it. */
export const marksEdges = (tool: string): boolean => !PRYING.has(tool);
