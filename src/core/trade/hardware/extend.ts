import { type Catalogue, findFastenerKind } from './catalogue';
import type { FastenerKind } from './fastener-kinds';

/** A shop's own fastener kind: like one of the catalogue's, but for what it says. Times in seconds for one piece. */
export interface OwnKind {
  code: string;
  like: string;
  name: string;
  plural: string;
  tool?: string;
  releaseSeconds?: number;
  refitSeconds?: number;
}

/** A catalogue with a shop's own kinds added. One that is like nothing known is left out; one with a known code replaces it. */
export function extendCatalogue(base: Catalogue, own: OwnKind[]): Catalogue {
  const fasteners = new Map(base.fasteners);
  for (const { like, ...rest } of own) {
    const model = findFastenerKind(base, like);
    if (!model) continue;
    const given = Object.fromEntries(
      Object.entries(rest).filter(([, value]) => value !== undefined),
    ) as Partial<FastenerKind>;
    fasteners.set(rest.code, { ...model, ...given });
  }
  return own.length ? { ...base, fasteners } : base;
}
