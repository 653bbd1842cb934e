import type { Mount } from '../../document';
import { parseMm } from './typed-size';

/** The tools whose fields say how a speaker's place measures, by the name they are kept under. */
export const DEPTH_TOOL = 'Depth and spacer';
export const RING_TOOL = 'Ring';

/** What somebody measured of a speaker's place, mm. */
export type PlaceFacts = Pick<
  Mount,
  'bore' | 'holes' | 'toGlass' | 'toRegulator' | 'regulator' | 'grilleGap' | 'tolerance'
>;

/** What the fields of a tool say of the place itself, not of the speaker that is to go there; null for a tool that measures no place. Fields that cannot be read are left out. */
export function placeMeasured(tool: string, given: Record<string, string>): PlaceFacts | null {
  const mm = (field: string) => {
    const value = parseMm(given[field] ?? '');
    return value === null || value < 0 ? {} : { [field]: value };
  };
  if (tool === DEPTH_TOOL)
    return {
      ...mm('toGlass'),
      ...mm('toRegulator'),
      ...(given.regulator === 'behind' || given.regulator === 'beside' ? { regulator: given.regulator } : {}),
      ...mm('grilleGap'),
      ...mm('tolerance'),
    };
  if (tool !== RING_TOOL) return null;
  const [count, start] = [Number(given['factory.count']), Number(given['factory.start'] || 0)];
  const circle = parseMm(given['factory.circle'] ?? '');
  const holes = Number.isInteger(count) && count > 0 && circle ? { holes: { count, circle, start } } : {};
  return { ...mm('bore'), ...holes };
}
