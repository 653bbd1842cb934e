import type { ProcedureDocument } from './types';

/** A document in which an item has another id, wherever it is mentioned. Nothing else changes. */
export function renameItem(document: ProcedureDocument, from: string, to: string): ProcedureDocument {
  const name = (id: string) => (id === from ? to : id);
  const own = new Set([from, `${document.id}/${from}`]);
  const ref = (text: string) => {
    const [item, ...state] = text.split(':');
    return own.has(item) ? [item.slice(0, item.length - from.length) + to, ...state].join(':') : text;
  };
  const refs = <T extends string[] | undefined>(list: T) => list?.map(ref) as T;
  const base = <T extends { id: string; behind?: string[] }>(item: T): T =>
    item.behind ? { ...item, id: name(item.id), behind: refs(item.behind) } : { ...item, id: name(item.id) };
  const only = <T extends object, K extends keyof T>(item: T, key: K, change: (value: NonNullable<T[K]>) => T[K]): T =>
    item[key] === undefined ? item : { ...item, [key]: change(item[key] as NonNullable<T[K]>) };
  return {
    ...document,
    parts: document.parts.map((part) => {
      const on = only(only(base(part), 'on', ref), 'looseWith', ref);
      return only(on, 'offToSeat', (list) => refs(list));
    }),
    fasteners: document.fasteners.map((fastener) => {
      const held = only(base(fastener), 'holds', (holds) => (Array.isArray(holds) ? holds.map(name) : name(holds)));
      return only(held, 'staysOn', name);
    }),
    links: document.links.map((link) => ({ ...base(link), joins: [name(link.joins[0]), name(link.joins[1])] })),
    ...(document.work
      ? {
          work: document.work.map((work) =>
            only(only(only(base(work), 'on', ref), 'replaces', ref), 'needs', (list) => refs(list)),
          ),
        }
      : {}),
    ...(document.before
      ? { before: document.before.map((rule) => ({ ...rule, first: ref(rule.first), then: ref(rule.then) })) }
      : {}),
    ...(document.routes
      ? { routes: document.routes.map(({ of, anyOf }) => ({ of: ref(of), anyOf: anyOf.map((set) => refs(set)) })) }
      : {}),
    ...(document.recordedOrder ? { recordedOrder: document.recordedOrder.map(name) } : {}),
    ...(document.mounts ? { mounts: document.mounts.map((mount) => ({ ...mount, of: name(mount.of) })) } : {}),
    ...(document.pairs ? { pairs: document.pairs.map((pair) => ({ ...pair, of: name(pair.of) })) } : {}),
  };
}
