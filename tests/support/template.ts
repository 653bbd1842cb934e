import { ringFor, ringTemplate, type RingInput } from '@/core/bench';

const RING: RingInput = {
  bore: 142,
  outside: 240,
  thickness: 12,
  factory: { count: 3, circle: 161, start: 30 },
  speaker: { count: 4, circle: 156, cutout: 141, basket: 165 },
  screw: 4,
  ligament: 3,
};
/** The template of a ring with three factory holes for a speaker with four, wider than a sheet of A4. */
export const TEMPLATE = ringTemplate(RING, ringFor(RING), 'Test ring');
