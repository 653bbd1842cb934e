import { parseDrive } from './drives';

/** A thing to lay out. `code` is what the document and the plan say. */
export interface Tool {
  code: string;
  name: string;
  plate: string;
  /** Takes out only: on the way back the bare hand does its work. */
  takesOutOnly: boolean;
  /** The caution that goes with its use; absent: none of its own. */
  caution?: string;
}

/** The hand tools Pezzo ships with. Drivers and sockets are made from the drive. */
const NAMED: (Pick<Tool, 'code' | 'name'> & Partial<Tool>)[] = [
  { code: 'hand', name: 'Bare hand' },
  { code: 'trim-tool', name: 'Plastic trim tool', takesOutOnly: true },
  { code: 'pick', name: 'Pick' },
  { code: 'clip-hook', name: 'C-clip hook', takesOutOnly: true },
  { code: 'taped-steel', name: 'Taped steel lever', takesOutOnly: true },
  { code: 'clip-fork', name: 'Clip fork', takesOutOnly: true },
  { code: 'pliers', name: 'Pliers' },
  { code: 'side-cutters', name: 'Side cutters', caution: 'cutting' },
  { code: 'drill', name: 'Drill', caution: 'drill' },
  { code: 'heat-gun', name: 'Heat gun', takesOutOnly: true, caution: 'heat' },
  { code: 'scraper', name: 'Plastic scraper' },
  { code: 'knife', name: 'Knife', caution: 'cutting' },
  { code: 'magnet', name: 'Magnet' },
  { code: 'rivet-tool', name: 'Rivet tool' },
  { code: 'rivet-nut-tool', name: 'Rivet-nut tool' },
  { code: 'step-drill', name: 'Step drill', caution: 'drill' },
  { code: 'jigsaw', name: 'Jigsaw', caution: 'saw' },
  { code: 'pin-punch', name: 'Pin punch' },
  { code: 'flat-blade', name: 'Thin flat blade' },
  { code: 'forked-lever', name: 'Forked lever' },
  { code: 'extension-75', name: '75 mm extension' },
  { code: 'extension-150', name: '150 mm extension' },
  { code: 'extension-250', name: '250 mm extension' },
  { code: 'right-angle-driver', name: 'Right-angle driver' },
  { code: 'battery-spanner', name: 'Battery terminal spanner', caution: 'battery' },
  { code: 'centre-punch', name: 'Centre punch' },
  { code: 'hole-saw', name: 'Hole saw' },
  { code: 'shears', name: 'Sheet-metal shears' },
  { code: 'file', name: 'File' },
  { code: 'vacuum', name: 'Vacuum cleaner' },
  { code: 'roller', name: 'Hand roller' },
  { code: 'crimp-tool', name: 'Crimp tool' },
  { code: 'soldering-iron', name: 'Soldering iron' },
];

/** Those by code. */
export const NAMED_TOOLS: ReadonlyMap<string, Tool> = new Map(
  NAMED.map((tool) => [tool.code, { plate: tool.name, takesOutOnly: false, ...tool }]),
);

const DRIVER_NOUN = {
  hexalobular: 'driver',
  cross: 'driver',
  hex: 'socket',
  'hex-socket': 'hex key',
  slot: 'driver',
  square: 'driver',
} as const;

/** The tool for a tool code or a drive. An unknown code is taken at its word, so a plan never loses a tool. */
export function toolFor(code: string): Tool {
  const named = NAMED_TOOLS.get(code);
  if (named) return named;
  const drive = parseDrive(code);
  if (!drive) return { code, name: code, plate: code, takesOutOnly: false };
  return {
    code: drive.code,
    name: `${drive.plate} ${DRIVER_NOUN[drive.family]}`,
    plate: drive.plate,
    takesOutOnly: false,
  };
}
