'use client';
import { createContext, useContext } from 'react';
import type { Point } from '@/core/document';
import type { Outlining } from './outlining';

/** What a field beside the drawing asks to be done in the drawing. */
export interface DrawingTools {
  /** What is drawn by its corners; null while nothing is. */
  outlining: Outlining | null;
  outline: (what: Outlining | null) => void;
  /** Ends of a known length that were tapped so far; null while none is asked for. */
  measuring: Point[] | null;
  measure: (points: Point[] | null) => void;
}

const Context = createContext<DrawingTools | null>(null);
export const DrawingToolsProvider = Context.Provider;

/** The drawing's tools. Throws outside the Recorder. */
export function useDrawingTools(): DrawingTools {
  const tools = useContext(Context);
  if (!tools) throw new Error('The drawing’s tools belong to the Recorder.');
  return tools;
}
