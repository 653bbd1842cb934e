import { CABLE, type Grip, PLUG } from './grip';
import { inOrderOffered } from './offered';

/** The simple marks of tethers on the panel map. */
export type LinkMark = 'connector' | 'cable' | 'rod' | 'lamp';

/** Everything about a kind of tether but its code, in one place. Times are for one piece, in seconds (common practice, no source). */
interface LinkFacts {
  name: string;
  plural: string;
  electrical: boolean;
  verb: string;
  refitVerb: string;
  release: string;
  tool: string;
  releaseSeconds: number;
  refitSeconds: number;
  mark: LinkMark;
  /** How it holds a part that is lifted away while it is joined, in a rehearsal. */
  grip: Grip;
  /** Where a gloved hand is offered it, and in which place of the row. */
  offered: { unplugged?: number; unhooked?: number };
}

/** One entry of the hardware catalogue. */
export interface LinkKind extends LinkFacts {
  code: string;
}

const KINDS = {
  connector: {
    name: 'connector',
    plural: 'connectors',
    electrical: true,
    verb: 'Unplug',
    refitVerb: 'Plug in',
    release: 'press the tab, then draw the body, never the wires',
    tool: 'hand',
    releaseSeconds: 5,
    refitSeconds: 5,
    mark: 'connector',
    grip: PLUG,
    offered: { unplugged: 1 },
  },
  cable: {
    name: 'cable',
    plural: 'cables',
    electrical: false,
    verb: 'Unhook',
    refitVerb: 'Hook up',
    release: 'unhook the outer, turn, drop the end out',
    tool: 'hand',
    releaseSeconds: 10,
    refitSeconds: 14,
    mark: 'cable',
    grip: CABLE,
    offered: { unhooked: 1 },
  },
  rod: {
    name: 'rod',
    plural: 'rods',
    electrical: false,
    verb: 'Unclip',
    refitVerb: 'Clip in',
    release: 'rotate the keeper, draw the rod out',
    tool: 'hand',
    releaseSeconds: 8,
    refitSeconds: 10,
    mark: 'rod',
    grip: CABLE,
    offered: { unhooked: 2 },
  },
  lamp: {
    name: 'lamp',
    plural: 'lamps',
    electrical: true,
    verb: 'Unplug',
    refitVerb: 'Plug in',
    release: 'twist the holder out',
    tool: 'hand',
    releaseSeconds: 6,
    refitSeconds: 6,
    mark: 'lamp',
    grip: PLUG,
    offered: { unplugged: 2 },
  },
  wire: {
    name: 'wire',
    plural: 'wires',
    electrical: true,
    verb: 'Part',
    refitVerb: 'Join',
    release: 'part at the joint',
    tool: 'side-cutters',
    releaseSeconds: 15,
    refitSeconds: 60,
    mark: 'connector',
    grip: PLUG,
    offered: { unplugged: 3 },
  },
  aerial: {
    name: 'aerial lead',
    plural: 'aerial leads',
    electrical: true,
    verb: 'Pull',
    refitVerb: 'Push in',
    release: 'pull the plug straight',
    tool: 'hand',
    releaseSeconds: 5,
    refitSeconds: 5,
    mark: 'connector',
    grip: PLUG,
    offered: { unplugged: 4 },
  },
  earth: {
    name: 'earth lead',
    plural: 'earth leads',
    electrical: true,
    verb: 'Undo',
    refitVerb: 'Bolt up',
    release: 'undo the eyelet',
    tool: 'hand',
    releaseSeconds: 12,
    refitSeconds: 14,
    mark: 'connector',
    grip: PLUG,
    offered: { unplugged: 5 },
  },
  hose: {
    name: 'hose',
    plural: 'hoses',
    electrical: false,
    verb: 'Draw off',
    refitVerb: 'Push on',
    release: 'twist, then draw off',
    tool: 'hand',
    releaseSeconds: 8,
    refitSeconds: 8,
    mark: 'connector',
    grip: CABLE,
    offered: { unplugged: 6 },
  },
  strap: {
    name: 'strap',
    plural: 'straps',
    electrical: false,
    verb: 'Unhook',
    refitVerb: 'Hook up',
    release: 'unhook',
    tool: 'hand',
    releaseSeconds: 5,
    refitSeconds: 6,
    mark: 'connector',
    grip: CABLE,
    offered: {},
  },
  boot: {
    name: 'cable boot',
    plural: 'cable boots',
    electrical: false,
    verb: 'Draw out',
    refitVerb: 'Seat',
    release: 'squeeze and draw out',
    tool: 'hand',
    releaseSeconds: 12,
    refitSeconds: 18,
    mark: 'connector',
    grip: CABLE,
    offered: {},
  },
} satisfies Record<string, LinkFacts>;

/** The kinds Pezzo ships with. */
export type LinkCode = keyof typeof KINDS;

/** Every link kind Pezzo ships with, by code. */
export const LINK_KINDS: ReadonlyMap<string, LinkKind> = new Map(
  Object.entries<LinkFacts>(KINDS).map(([code, facts]) => [code, { code, ...facts }]),
);

/** The kinds offered somewhere, in their order there. */
export const linksOffered = (where: keyof LinkKind['offered']): LinkKind[] =>
  inOrderOffered(LINK_KINDS.values(), ({ offered }) => offered[where]);
