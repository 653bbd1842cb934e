import { parseDrive } from './drives';

/** A thing to lay out. `code` is what the document and the plan say. */
export interface Tool {
  code: string;
  name: string;
  plate: string;
  /** Takes out only: on the way back the bare hand does its work. */
  takesOutOnly: boolean;
}

const NAMED: [code: string, name: string, takesOutOnly?: 'out'][] = [
  ['hand', 'Bare hand'],
  ['trim-tool', 'Plastic trim tool', 'out'],
  ['pick', 'Pick'],
  ['clip-hook', 'C-clip hook', 'out'],
  ['taped-steel', 'Taped steel lever', 'out'],
  ['clip-fork', 'Clip fork', 'out'],
  ['pliers', 'Pliers'],
  ['side-cutters', 'Side cutters'],
  ['drill', 'Drill'],
  ['heat-gun', 'Heat gun', 'out'],
  ['scraper', 'Plastic scraper'],
  ['knife', 'Knife'],
  ['magnet', 'Magnet'],
  ['rivet-tool', 'Rivet tool'],
  ['extension-75', '75 mm extension'],
  ['extension-150', '150 mm extension'],
  ['extension-250', '250 mm extension'],
  ['right-angle-driver', 'Right-angle driver'],
  ['battery-spanner', 'Battery terminal spanner'],
  ['centre-punch', 'Centre punch'],
  ['hole-saw', 'Hole saw'],
  ['shears', 'Sheet-metal shears'],
  ['file', 'File'],
  ['vacuum', 'Vacuum cleaner'],
  ['roller', 'Hand roller'],
  ['crimp-tool', 'Crimp tool'],
  ['soldering-iron', 'Soldering iron'],
];

/** The hand tools Pezzo ships with, by code. Drivers and sockets are made from the drive. */
export const NAMED_TOOLS: ReadonlyMap<string, Tool> = new Map(
  NAMED.map(([code, name, out]) => [code, { code, name, plate: name, takesOutOnly: out === 'out' }]),
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
