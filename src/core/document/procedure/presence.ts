import { BODY, type Item, type OptionValues, type ProcedureDocument, type When } from './types';
import { heldParts } from './items';

/** Whether an item is on this vehicle. `maybe` depends on options nobody has given yet. */
export type Presence = 'present' | 'absent' | 'maybe';

/** Presence of every item under the given option values, and for `maybe` the options it depends on. */
export interface PresenceMap {
  of: Map<string, Presence>;
  dependsOn: Map<string, string[]>;
}

function whenPresence(when: When | undefined, options: OptionValues): { presence: Presence; unknown: string[] } {
  const unknown: string[] = [];
  for (const [option, wanted] of Object.entries(when ?? {})) {
    const given = options[option];
    if (given === undefined) unknown.push(option);
    else if (!(Array.isArray(wanted) ? wanted : [wanted]).includes(given)) return { presence: 'absent', unknown: [] };
  }
  return { presence: unknown.length ? 'maybe' : 'present', unknown };
}

/**
 * Works out what is on the vehicle. Absence spreads: a fastener is absent when every part it holds is, a link when
 * either end is. Uncertainty spreads the same way. Linear in the document.
 */
export function presenceOf(document: ProcedureDocument, options: OptionValues): PresenceMap {
  const result: PresenceMap = { of: new Map([[BODY, 'present']]), dependsOn: new Map() };
  const set = (item: Item, inherited: { presence: Presence; unknown: string[] }) => {
    const own = whenPresence(item.when, options);
    const absent = own.presence === 'absent' || inherited.presence === 'absent';
    const unknown = absent ? [] : [...new Set([...own.unknown, ...inherited.unknown])].sort();
    if (result.of.has(item.id)) return;
    result.of.set(item.id, absent ? 'absent' : unknown.length ? 'maybe' : 'present');
    if (unknown.length) result.dependsOn.set(item.id, unknown);
  };
  const look = (id: string) => ({
    presence: result.of.get(id) ?? ('present' as Presence),
    unknown: result.dependsOn.get(id) ?? [],
  });
  for (const part of document.parts) set(part, { presence: 'present', unknown: [] });
  for (const fastener of document.fasteners) set(fastener, anyOf(heldParts(fastener).map(look)));
  for (const link of document.links) set(link, allOf(link.joins.map(look)));
  for (const work of document.work ?? []) set(work, look(work.on ?? BODY));
  return result;
}

type Seen = { presence: Presence; unknown: string[] };

function anyOf(seen: Seen[]): Seen {
  if (seen.some((one) => one.presence === 'present')) return { presence: 'present', unknown: [] };
  const maybe = seen.filter((one) => one.presence === 'maybe');
  return maybe.length
    ? { presence: 'maybe', unknown: maybe.flatMap((one) => one.unknown) }
    : { presence: 'absent', unknown: [] };
}

function allOf(seen: Seen[]): Seen {
  if (seen.some((one) => one.presence === 'absent')) return { presence: 'absent', unknown: [] };
  const unknown = seen.flatMap((one) => one.unknown);
  return { presence: unknown.length ? 'maybe' : 'present', unknown };
}
