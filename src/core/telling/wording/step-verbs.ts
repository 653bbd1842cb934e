import { type FastenerKind, type LinkKind, entryOf } from '../../trade';
import { countOf, type Fastener, type Link } from '../../document';

/** How a part comes off by its first motion: "Pry off", or "Pry … free" while it is still tied. */
const FREEING: [start: string, verb: string][] = [
  ['pry', 'Pry'],
  ['peel', 'Peel'],
  ['slide', 'Slide'],
  ['hinge', 'Swing'],
  ['unhook', 'Unhook'],
  ['lift', 'Lift'],
  ['twist', 'Twist'],
  ['turn', 'Turn'],
  ['roll', 'Roll'],
  ['squeeze', 'Squeeze'],
  ['tilt', 'Tilt'],
];

/** The verb of a pull and what follows the part's name: ["Pry off", ""] or ["Pry", "free"]. */
export function freeingVerb([first = 'pull']: string[], isOff: boolean): [string, string] {
  const verb = FREEING.find(([start]) => first.startsWith(start))?.[1] ?? 'Pull';
  if (!isOff) return verb === 'Peel' ? ['Peel back', ''] : [verb, 'free'];
  return [verb === 'Squeeze' || verb === 'Turn' ? `${verb} out` : `${verb} off`, ''];
}

/** "9 push clips"; a named one keeps its name. */
export const pieceWords = (kind: FastenerKind, fastener: Fastener, name: string): string => {
  const count = countOf(fastener);
  return `${count} ${fastener.name ? name : count === 1 ? kind.name : kind.plural}`;
};

const TABS: Record<string, string> = {
  push: 'push the tab',
  press: 'press the tab',
  squeeze: 'squeeze the tabs',
  lift: 'lift the tab',
  slide: 'slide the lock back',
  pull: 'pull the lock out',
  lever: 'swing the lever over',
};

/** How a tether lets go: as recorded, else by its recorded tab, else as its kind usually does. */
export function tabWords({ release, tab }: Link, kind: LinkKind): string {
  const byTab = tab ? (entryOf(TABS, tab.toLowerCase()) ?? `tab: ${tab}`) : '';
  if (release) return [byTab, release].filter(Boolean).join('; ');
  if (!byTab) return kind.release;
  return kind.electrical ? `${byTab}, then draw the body, never the wires` : byTab;
}
