import { toolChangeMs } from '../graph';
import { makeBlock } from './block';
import { BlockSearch } from './block-search';
import type { OrderProblem } from './problem';
import { newTask, type BlockTask, type Effort } from './solve-block';
import type { Split } from './split';

/** The bound of a problem taken apart into zones: each zone's own search, and what all of them have in common. */
export interface ZoneBound {
  tasks: BlockTask[];
  /** Added to the sum of what is proved of the tasks. */
  constantMs: number;
}

/**
 * What any order of a problem costs at least beside own times and `split.movesMs`, zone by zone. Going into a zone is priced by the difference of two tools'
 * worth (a linear programme's prices of the ways from one tool to another): never more than the change itself, so that the sum over all entries and
 * exits never exceeds the changes between zones. An order that leaves a zone in the middle and comes back pays the move and that difference there.
 * @param startTool the tool at hand before the first zone.
 */
export function zoneBoundOf(problem: OrderProblem, split: Split, startTool: string, effort: Effort): ZoneBound {
  const worth = worthOf(problem, split);
  const made = split.blocks.map((positions, at) => {
    const capMs = (from: string, to: string) => split.capsMs[at] + worth(to) - worth(from);
    const search = new BlockSearch(makeBlock(problem, positions, capMs), effort.classSets);
    const { block } = search;
    const worthAt = (member: number) => worth(block.tools[block.toolOf[member]]);
    const dearestEnd = Math.max(...block.members.map((_, member) => (block.isSink[member] ? worthAt(member) : 0)));
    const ask = {
      startMs: worthAt,
      mayEnd: () => true,
      endMs: (member: number) => Math.max(0, dearestEnd - worthAt(member)),
      below: Infinity,
    };
    return { task: newTask(search, ask), dearestEnd };
  });
  return {
    tasks: made.map(({ task }) => task),
    constantMs: -worth(startTool) - made.reduce((sum, { dearestEnd }) => sum + dearestEnd, 0),
  };
}

/** The worth of a tool at hand, milliseconds: the bare hand is worth nothing, any other as much as keeps every difference within its change, and a way out and back dearer than it. */
function worthOf({ costs }: OrderProblem, { capsMs }: Split): (tool: string) => number {
  const up = toolChangeMs('hand', 'another', costs);
  const down = toolChangeMs('another', 'hand', costs);
  const worth = Math.max(0, Math.min(up, Math.min(...capsMs) - down));
  return (tool) => (tool === 'hand' ? 0 : worth);
}
