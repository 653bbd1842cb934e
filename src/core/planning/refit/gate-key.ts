import type { GateKind } from './refit-step';

/** What a gate's key says: of a part, of parts that are tried as one, of a zone whose tests had to wait for power, or of the vehicle. */
export interface GateRef {
  gate: GateKind;
  of: 'part' | 'set' | 'power' | 'vehicle';
  /** Null for a set and for the vehicle as a whole. */
  procedure: string | null;
  /** The part it stands before; empty where it is about none. */
  item: string;
}

const KEY = /^gate:([a-z-]+):(?:([^:/]+)\/)?([^:/]+)$/;
/** What may stand behind a name: an area of a part, that a test is made before its offer, a later round of the run. */
const MORE = /[@~#].*$/;

/** Reads the key of a gate; null where it is none. @example readGateKey('gate:test:power/front-door'); // { gate: 'test', of: 'power', procedure: 'front-door', item: '' } */
export function readGateKey(key: string): GateRef | null {
  const match = KEY.exec(key);
  if (!match) return null;
  const [, kind, owner, name] = match;
  const gate = kind as GateKind;
  if (owner === undefined) return { gate, of: 'vehicle', procedure: null, item: '' };
  if (gate === 'test' && owner === 'set') return { gate, of: 'set', procedure: null, item: '' };
  if (gate === 'test' && owner === 'power') return { gate, of: 'power', procedure: name.replace(MORE, ''), item: '' };
  return { gate, of: 'part', procedure: owner, item: name.replace(MORE, '') };
}
