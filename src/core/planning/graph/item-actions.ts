import {
  BASE_CATALOGUE,
  fastenerKindOf,
  findMotion,
  findPartKind,
  linkKindOrGuess,
  parseDrive,
  workKindOf,
  slowedBy,
  workSeconds,
  type Catalogue,
  findZone,
} from '../../trade';
import {
  countOf,
  placeOf,
  regionShare,
  type ItemIndex,
  type Fastener,
  type Link,
  type Part,
  type ProcedureDocument,
  type Work,
  motionsOf,
} from '../../document';
import type { Action, RemovalType } from './action';
import type { Place } from './costs';
import { stepKey } from './step-ref';

/** Seconds to lift a free part away and put it aside; a large one is carried to where nobody kicks it (common practice, no source). */
const PUT_ASIDE_SECONDS = 4;
const CARRY_SECONDS = 20;
/** Seconds of a motion the catalogue does not know. */
const UNKNOWN_MOTION_SECONDS = 4;

/** Makes the priced actions of one procedure's items. */
export interface ItemActions {
  release(fastener: Fastener): Action;
  undo(link: Link): Action;
  free(part: Part): Action;
  /** Only an area of a part is peeled back: its share of the time. */
  peel(part: Part, region: string): Action;
  work(work: Work): Action;
  /** Waiting until work has dried, cured or cooled; null where it need not. */
  dry(work: Work): Action | null;
  /** A part that hangs by nothing goes aside with the tool still in hand; a tethered one needs the bare hand. */
  takeOff(part: Part): Action;
}

/** The tool a fastener asks for: the one it names, the driver of its drive, else the kind's usual tool. */
export function releaseTool(catalogue: Catalogue, fastener: Fastener): string {
  if (fastener.tool) return fastener.tool;
  const kind = fastenerKindOf(catalogue, fastener);
  if (fastener.drive) return parseDrive(fastener.drive)?.code ?? fastener.drive;
  return kind.tool;
}

/** The tool to free a part with: its own, else a trim tool where a motion pries, else the bare hand. */
export function freeTool(catalogue: Catalogue, part: Part): string {
  if (part.tool) return part.tool;
  return motionsOf(part).some((code) => findMotion(catalogue, code)?.pries) ? 'trim-tool' : 'hand';
}

/** Seconds to free a part by its motions. */
export function freeSeconds(catalogue: Catalogue, part: Part): number {
  const seconds = motionsOf(part).map((code) => findMotion(catalogue, code)?.seconds ?? UNKNOWN_MOTION_SECONDS);
  return (
    part.seconds ??
    slowedBy(part.difficulty) *
      Math.max(
        seconds.reduce((sum, one) => sum + one, 0),
        1,
      )
  );
}

/** Seconds to put a part aside, or to fetch it again. */
export const putAsideSeconds = ({ kind }: Part) =>
  findPartKind(BASE_CATALOGUE, kind)?.isLarge ? CARRY_SECONDS : PUT_ASIDE_SECONDS;

/** Binds the pricing rules to one document. `dependsOn` gives the unknown options of an item. */
export function itemActionsOf(
  document: ProcedureDocument,
  index: ItemIndex,
  catalogue: Catalogue,
  dependsOn: Map<string, string[]>,
): ItemActions {
  const centre: [number, number] = [document.map.width / 2, document.map.height / 2];
  const make = (type: RemovalType, id: string, tool: string, seconds: number): Action => {
    const [x, y] = placeOf(index, id) ?? centre;
    const place: Place = {
      procedure: document.id,
      side: document.side,
      group: findZone(document.zone)?.group ?? document.zone,
      x,
      y,
    };
    return {
      key: stepKey({ type, procedure: document.id, item: id }),
      type,
      procedure: document.id,
      item: id,
      side: document.side,
      tool,
      ms: Math.round(seconds * 1000),
      place,
      ifFitted: dependsOn.get(id) ?? [],
    };
  };
  return {
    release(fastener) {
      const kind = fastenerKindOf(catalogue, fastener);
      const seconds = fastener.seconds ?? kind.releaseSeconds * countOf(fastener) * slowedBy(fastener.difficulty);
      return make('release', fastener.id, releaseTool(catalogue, fastener), seconds);
    },
    undo(link) {
      const kind = linkKindOrGuess(catalogue, link.kind);
      return make(
        'undo',
        link.id,
        kind.tool,
        link.seconds ?? kind.releaseSeconds * countOf(link) * slowedBy(link.difficulty),
      );
    },
    free: (part) => make('free', part.id, freeTool(catalogue, part), freeSeconds(catalogue, part)),
    peel(part, region) {
      const seconds = freeSeconds(catalogue, part) * regionShare(part, [region]);
      const action = make('peel', part.id, freeTool(catalogue, part), seconds);
      return { ...action, region, key: stepKey({ ...action, region }) };
    },
    work(work) {
      const kind = workKindOf(work.kind);
      return make(
        'work',
        work.id,
        work.tool ?? kind.tool,
        workSeconds(work) * (work.seconds === undefined ? slowedBy(work.difficulty) : 1),
      );
    },
    dry(work) {
      return work.dries ? make('dry', work.id, 'hand', work.dries) : null;
    },
    takeOff(part) {
      const tethered = document.links.some((link) => link.joins.includes(part.id));
      return make('takeOff', part.id, tethered ? 'hand' : freeTool(catalogue, part), putAsideSeconds(part));
    },
  };
}
