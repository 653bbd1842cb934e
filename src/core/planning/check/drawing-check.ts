import {
  capital,
  findFastenerKind,
  findPartKind,
  PART_KINDS,
  parseDrive,
  type Catalogue,
  usualMotions,
} from '../../trade';
import {
  type Fastener,
  heldParts,
  type ItemIndex,
  isInside,
  itemWords,
  namedWords,
  type Part,
  parseReference,
  type Point,
  type ProcedureDocument,
  usualWay,
} from '../../document';
import { mentionsOf } from './references-check';
import { asked, type Answer, type Remark } from './remark';

/** Questions asked at once; more would not be read. */
const MAX_ASKED = 40;
/** Whether a part sits in sight on a panel as a rule: nobody needs to say that nothing covers it. */
const isInSight = ({ kind }: Part) => PART_KINDS.get(kind)?.inSight ?? false;

/** What the drawing shows and nothing says: an item under another, and parts that lie over one another. Each is a question with its answers. */
export function checkDrawing(document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Remark[] {
  const name = (id: string) => namedWords(index, id, catalogue);
  const isLarge = (part: Part) => findPartKind(catalogue, part.kind)?.isLarge ?? false;
  const drawn = document.parts.filter((part) => (part.shape?.length ?? 0) > 2);
  const large = drawn.filter(isLarge);
  const small = drawn.filter((part) => !isLarge(part));
  return [
    ...small.flatMap((part) => underPanel(part, large, name)),
    ...document.fasteners.flatMap((fastener) => underCover(document, fastener, small, name)),
    ...overEachOther(small, name),
    ...trimOnPanels(document, name),
  ].slice(0, MAX_ASKED);
}

/** Says that an item is behind a part, besides what it is behind already. */
const behind = (item: { id: string; behind?: string[] }, part: string, words: string): Answer => ({
  words,
  edit: { type: 'change', id: item.id, patch: { behind: [...(item.behind ?? []), part] } },
});
const inSight = (item: { id: string }, words: string): Answer => ({
  words,
  edit: { type: 'change', id: item.id, patch: { behind: [] } },
});

/** A part that usually sits deep, drawn under a panel that nothing says covers it. */
function underPanel(part: Part, panels: Part[], name: (id: string) => string): Remark[] {
  if (isInSight(part) || part.behind !== undefined || part.on || part.looseWith) return [];
  const over = panels.find((panel) => panel.id !== part.id && isInside(panel.shape!, middle(part.shape!)));
  if (!over) return [];
  return [
    asked(
      'drawn-under',
      [part.id, over.id],
      `The ${name(part.id)} is drawn where the ${name(over.id)} is, and nothing says which is in front.`,
      'Say what covers it.',
      [behind(part, over.id, `Behind the ${name(over.id)}`), inSight(part, 'In sight')],
    ),
  ];
}

/** A fastener under the shape of a small part that it neither holds nor is behind. */
function underCover(
  document: ProcedureDocument,
  fastener: Fastener,
  covers: Part[],
  name: (id: string) => string,
): Remark[] {
  if (fastener.behind !== undefined || !fastener.at?.length) return [];
  const holds = heldParts(fastener);
  // What covers the part covers its fasteners as well, unless they say otherwise.
  const inherited = document.parts.filter(({ id }) => holds.includes(id)).flatMap((part) => part.behind ?? []);
  const isSaid = (cover: Part) => inherited.some((text) => parseReference(text)?.item === cover.id);
  const over = covers.find(
    (cover) =>
      !holds.includes(cover.id) &&
      !isSaid(cover) &&
      isInSight(cover) &&
      fastener.at!.every((at) => isInside(cover.shape!, at)),
  );
  if (!over) return [];
  return [
    asked(
      'drawn-under',
      [fastener.id, over.id],
      `The ${name(fastener.id)} ${(fastener.count ?? 1) > 1 ? 'lie' : 'lies'} where the ${name(over.id)} is.`,
      'Say whether that hides it.',
      [behind(fastener, over.id, `Behind the ${name(over.id)}`), inSight(fastener, 'In sight')],
    ),
  ];
}

/** Two small parts of which one lies mostly on the other, with nothing that says which comes first. */
function overEachOther(parts: Part[], name: (id: string) => string): Remark[] {
  const remarks: Remark[] = [];
  for (const [at, one] of parts.entries())
    for (const other of parts.slice(at + 1)) {
      if (isTied(one, other) || !liesOn(one.shape!, other.shape!)) continue;
      remarks.push(
        asked(
          'drawn-over',
          [one.id, other.id],
          `The ${name(one.id)} and the ${name(other.id)} lie over one another.`,
          'Say which is in front.',
          [
            behind(other, one.id, `${name(one.id)} in front`),
            behind(one, other.id, `${name(other.id)} in front`),
            inSight(one, 'Neither covers the other'),
          ],
        ),
      );
    }
  return remarks;
}

/** Whether two parts are told apart already: one is carried by the other, or somebody said what each is behind. */
const isTied = (one: Part, other: Part) =>
  one.on === other.id ||
  other.on === one.id ||
  (one.on !== undefined && one.on === other.on) ||
  one.looseWith !== undefined ||
  other.looseWith !== undefined ||
  one.behind?.length === 0 ||
  other.behind?.length === 0 ||
  [one, other].some((part) =>
    (part.behind ?? []).some((text) => [one.id, other.id].includes(parseReference(text)?.item ?? '')),
  );

/** Where a document says what comes before what. */
const TELLS_ORDER = new Set(['behind', 'needs', 'offToSeat', 'routes', 'before']);

/** Trim in sight that nothing ties to the panel it is most likely on: the panel would be pulled with the crank on its shaft. */
function trimOnPanels(document: ProcedureDocument, name: (id: string) => string): Remark[] {
  const panels = document.parts.filter(({ kind }) => kind === 'panel');
  const told = new Set(
    mentionsOf(document).flatMap(({ field, text }) =>
      TELLS_ORDER.has(field) ? (parseReference(text)?.item ?? []) : [],
    ),
  );
  return document.parts.flatMap((part) => {
    const isSaid = part.behind !== undefined || part.on || part.looseWith || told.has(part.id);
    if (part.kind === 'panel' || !isInSight(part) || isSaid) return [];
    const shape = part.shape;
    const over = panels.filter((panel) => shape && panel.shape && isInside(panel.shape, middle(shape)));
    const panel = over[0] ?? (panels.length === 1 && (!shape || !panels[0].shape) ? panels[0] : undefined);
    if (!panel || document.fasteners.some((one) => [part.id, panel.id].every((id) => heldParts(one).includes(id))))
      return [];
    return [
      asked(
        'trim-on-panel',
        [part.id, panel.id],
        `Does the ${name(part.id)} come off before the ${name(panel.id)}?`,
        'Say whether it is in the way.',
        [
          behind(panel, part.id, 'Yes, it is in the way'),
          {
            words: `No, it stays in the ${name(panel.id)}`,
            edit: { type: 'change', id: part.id, patch: { on: panel.id } },
          },
          inSight(part, 'Neither: it is left alone'),
        ],
      ),
    ];
  });
}

const middle = (shape: readonly Point[]): Point => [
  shape.reduce((sum, [x]) => sum + x, 0) / shape.length,
  shape.reduce((sum, [, y]) => sum + y, 0) / shape.length,
];

/** Whether one shape has its middle in the other, and most of its corners. */
const liesOn = (a: Point[], b: Point[]) => {
  const within = (inner: Point[], outer: Point[]) =>
    isInside(outer, middle(inner)) && inner.filter((point) => isInside(outer, point)).length * 2 >= inner.length;
  return within(a, b) || within(b, a);
};

/** Fasteners of which something needed for the plan is not said, and hooks that nothing lets out. */
export function checkUnsaid(document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Remark[] {
  const name = (id: string) => namedWords(index, id, catalogue);
  const drives = document.fasteners
    .filter(({ kind, drive }) => drive === undefined && findFastenerKind(catalogue, kind)?.takesDrive)
    .map((fastener) =>
      asked(
        'no-drive',
        [fastener.id],
        `Nothing says what the ${name(fastener.id)} ${(fastener.count ?? 1) > 1 ? 'are' : 'is'} driven with.`,
        'Pick its size.',
        usualDrives(document, fastener.kind).map((drive) => ({
          words: parseDrive(drive)?.plate ?? drive,
          edit: { type: 'change', id: fastener.id, patch: { drive } },
        })),
      ),
    );
  return [...unsaidMotions(document, name, catalogue), ...drives, ...stuckHooks(document, index, catalogue)].slice(
    0,
    MAX_ASKED,
  );
}

/** Parts of which nobody said how they come off. What their kind usually does is no fact; the edge is not even that. */
function unsaidMotions(document: ProcedureDocument, name: (id: string) => string, catalogue: Catalogue): Remark[] {
  return document.parts
    .filter((part) => part.motions === undefined)
    .map((part) =>
      asked(
        'no-motion',
        [part.id],
        `Nobody recorded how the ${name(part.id)} comes off. Usually: ${usualWay(catalogue, part)}.`,
        'Say how it came.',
        waysOff(part).map(([words, motions]) => ({
          words,
          edit: { type: 'change', id: part.id, patch: { motions } },
        })),
      ),
    );
}

const EDGES = ['front', 'rear', 'top', 'bottom'];

/** The ways that are most likely for a part of its kind, in one tap each. */
function waysOff({ kind }: Part): [words: string, motions: string[]][] {
  const [first, ...rest] = usualMotions(kind);
  const verb = /^(?:pry|pull|hinge|unhook)(?=-)/.exec(first)?.[0];
  const more: [string, string[]][] = [
    ['Straight off', ['pull']],
    ['Lift', ['lift']],
    ['Slide off', ['slide']],
  ];
  if (verb)
    return [
      ...EDGES.map((edge): [string, string[]] => [`${capital(verb)} at the ${edge}`, [`${verb}-${edge}`, ...rest]]),
      ...more.slice(0, 2),
    ];
  const usual = PLAIN_WAYS[first] ?? capital(first);
  return [[usual, [first, ...rest]], ...more.filter(([, [code]]) => code !== first)];
}

const PLAIN_WAYS: Record<string, string> = { pull: 'Straight off', lift: 'Lift', peel: 'Peel off' };

/** The sizes most likely meant: those recorded already, then the common ones of such a kind. */
function usualDrives(document: ProcedureDocument, kind: string): string[] {
  const own = document.fasteners.flatMap((one) => (one.drive ? [one.drive] : []));
  const common =
    kind === 'bolt' || kind === 'nut' ? ['hex 10 mm', 'hex 8 mm', 'hex 13 mm'] : ['T20', 'PH2', 'T25', 'hex 7 mm'];
  return [...new Set([...own, ...common])].slice(0, 5);
}

/** Motions that carry a part off its hooks. */
const LETS_OUT = /^(?:unhook|lift|slide|up|down|forward|rearward|hinge|tilt|lower|roll-out|twist|turn)/;

function stuckHooks(document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Remark[] {
  const name = (id: string) => namedWords(index, id, catalogue);
  return document.fasteners
    .filter(({ kind }) => kind === 'hook' || kind === 'bracket')
    .flatMap((hook) => heldParts(hook).map((id) => ({ hook, part: document.parts.find((one) => one.id === id) })))
    .filter(({ part }) => part && part.motions?.length && !part.motions.some((code) => LETS_OUT.test(code)))
    .map(({ hook, part }) =>
      asked(
        'hook-stays',
        [hook.id, part!.id],
        `No motion lets the ${name(part!.id)} off its ${itemWords(index, hook.id, catalogue)}.`,
        'Say how it comes off there.',
        ['lift', 'slide-down', 'slide-forward', 'slide-rearward', 'hinge'].map((code) => ({
          words: WAYS_OFF[code],
          edit: { type: 'change', id: part!.id, patch: { motions: [...part!.motions!, code] } },
        })),
      ),
    );
}

const WAYS_OFF: Record<string, string> = {
  lift: 'Lift',
  'slide-down': 'Slide down',
  'slide-forward': 'Slide forwards',
  'slide-rearward': 'Slide rearwards',
  hinge: 'Hinge out',
};
