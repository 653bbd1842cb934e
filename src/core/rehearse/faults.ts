import { COMMON_DRIVES, fitOf, type Catalogue, BASE_CATALOGUE, fastenerKindOf, parseDrive } from '../trade';
import { countOf, type Fastener, freeId, itemKey, type ProcedureDocument } from '../document';
import { seeded } from '../seeded';

/** What of a vehicle is not as recorded, as somebody who was there before leaves it. `item` is an `itemKey`. */
export type Fault =
  | { fault: 'missing'; item: string; pieces: number }
  | { fault: 'other-drive'; item: string; drive: string }
  /** One screw more than recorded holds this part. */
  | { fault: 'extra'; item: string; drive: string }
  /** The screws of two entries stand in each other's holes. */
  | { fault: 'wrong-hole'; item: string; other: string };

/** How many faults a door gets. */
const FAULTS = 2;

const keyed = (document: ProcedureDocument, id: string) => itemKey({ procedure: document.id, item: id });
const isScrew = (fastener: Fastener, catalogue: Catalogue) =>
  fastenerKindOf(catalogue, fastener).release === 'turned' && !!fastener.drive && !!parseDrive(fastener.drive);

/** Every fault that a procedure's own fasteners allow, in its order. */
function possible(document: ProcedureDocument, catalogue: Catalogue): Fault[] {
  const screws = document.fasteners.filter((fastener) => isScrew(fastener, catalogue));
  const clips = document.fasteners.filter((one) => one.kind === 'push-clip' && countOf(one) > 2);
  const mixed = screws.flatMap((a, at) =>
    screws
      .slice(at + 1)
      .filter((b) => a.drive === b.drive && a.length && b.length && a.length !== b.length)
      .map((b): Fault => ({ fault: 'wrong-hole', item: keyed(document, a.id), other: keyed(document, b.id) })),
  );
  return [
    ...clips.map((one): Fault => ({ fault: 'missing', item: keyed(document, one.id), pieces: 1 })),
    ...screws.map((one): Fault => ({ fault: 'other-drive', item: keyed(document, one.id), drive: nextTo(one.drive!) })),
    ...document.parts
      .filter(({ kind }) => kind === 'panel' || kind === 'cover')
      .map((part): Fault => ({ fault: 'extra', item: keyed(document, part.id), drive: 'T20' })),
    ...mixed,
  ];
}

/** A drive that looks like another and is not: the nearest one of its family that slips in it or does not go on. */
function nextTo(code: string): string {
  const head = parseDrive(code)!;
  const near = COMMON_DRIVES.map((one) => parseDrive(one)!).filter(
    (one) => one && one.family === head.family && one.code !== head.code && fitOf(head, one).fit !== 'goes',
  );
  return near[0]?.code ?? 'PH2';
}

/**
 * The faults of a rehearsal by its seed: those that were found on real vehicles go first, one of a sort, on one item each.
 * @param found what runs of this procedure met, as faults
 */
export function chooseFaults(
  document: ProcedureDocument,
  seed: number,
  found: readonly Fault[] = [],
  catalogue: Catalogue = BASE_CATALOGUE,
): Fault[] {
  const next = seeded(seed);
  const shuffled = <T>(list: readonly T[]) =>
    list
      .map((one) => ({ one, at: next() }))
      .sort((a, b) => a.at - b.at)
      .map(({ one }) => one);
  const real = found.filter((fault) => isAbout(document, fault));
  const chosen: Fault[] = [];
  for (const fault of [...shuffled(real), ...shuffled(possible(document, catalogue))]) {
    const isNew = !chosen.some(
      (one) => one.fault === fault.fault || itemsOfFault(one).some((key) => itemsOfFault(fault).includes(key)),
    );
    if (chosen.length < FAULTS && isNew) chosen.push(fault);
  }
  return chosen;
}

const itemsOfFault = (fault: Fault) => (fault.fault === 'wrong-hole' ? [fault.item, fault.other] : [fault.item]);
const isAbout = (document: ProcedureDocument, fault: Fault) =>
  itemsOfFault(fault).every((key) =>
    (fault.fault === 'extra' ? document.parts : document.fasteners).some(({ id }) => keyed(document, id) === key),
  );

/** A procedure as the vehicle is: with its faults. */
export function withFaults(document: ProcedureDocument, faults: readonly Fault[]): ProcedureDocument {
  return faults.reduce(withFault, document);
}

function withFault(document: ProcedureDocument, fault: Fault): ProcedureDocument {
  const change = (key: string, more: (one: Fastener) => Partial<Fastener>) => (fastener: Fastener) =>
    keyed(document, fastener.id) === key ? { ...fastener, ...more(fastener) } : fastener;
  const { fasteners } = document;
  switch (fault.fault) {
    // The entry is as recorded; a piece of it is not there when one begins.
    case 'missing':
      return document;
    case 'other-drive':
      return { ...document, fasteners: fasteners.map(change(fault.item, () => ({ drive: fault.drive }))) };
    case 'wrong-hole': {
      const of = (key: string) => fasteners.find(({ id }) => keyed(document, id) === key);
      const looks = ({ length, thread }: Fastener) => ({ length, thread });
      const [a, b] = [of(fault.item), of(fault.other)];
      if (!a || !b) return document;
      return {
        ...document,
        fasteners: fasteners.map(change(fault.item, () => looks(b))).map(change(fault.other, () => looks(a))),
      };
    }
    case 'extra': {
      const part = document.parts.find(({ id }) => keyed(document, id) === fault.item)!;
      const at = middleOfEdge(part.shape);
      return {
        ...document,
        fasteners: [
          ...fasteners,
          {
            id: freeId(document, 'extra-screw'),
            kind: 'screw',
            drive: fault.drive,
            holds: part.id,
            count: 1,
            note: 'Not in the procedure: somebody was here before.',
            ...(at ? { at: [at] } : {}),
          },
        ],
      };
    }
  }
}

const middleOfEdge = (shape: [number, number][] | undefined): [number, number] | null =>
  shape && shape.length > 1
    ? [Math.round((shape[0][0] * 3 + shape[1][0]) / 4), Math.round((shape[0][1] * 3 + shape[1][1]) / 4)]
    : null;
