import { findPartKind, type PartKind } from '../../trade';
import type { ItemRef } from '../../document';
import type { ActionGraph } from '../graph';

/** The kind of a part; undefined where it has none that the catalogue knows. */
export const partKind = (graph: ActionGraph, { procedure, item }: ItemRef): PartKind | undefined =>
  findPartKind(graph.catalogue, graph.indexes.get(procedure)?.parts.get(item)?.kind ?? '');
