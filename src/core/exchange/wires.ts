import { sureBy } from '../bench';
import { readWireColour, wireCode, wireWords, foldText, zoneName } from '../trade';
import { indexItems, itemWords, type Pair, type ProcedureDocument, withPair } from '../document';

/** One wire of a vehicle: where it ends, how it looks, what it does, and how that is known. */
export interface WireRow {
  procedure: string;
  /** The plug, or the speaker whose pair it is of. */
  item: string;
  /** The plug in words. */
  connector: string;
  cavity: string;
  /** IEC 60757, base/stripe; as it was written where it is no such colour. */
  colour: string;
  function: string;
  polarity: 'plus' | 'minus' | null;
  /** How its polarity is known. */
  how: string[];
  /** The jobs it was tested at. */
  jobs: number[];
  /** Where else it was seen so, where nobody has tested it on this vehicle. */
  heard: string | null;
  /** How surely, 0.5…1; null where nothing was found out. */
  sure: number | null;
}

/** A colour as its codes where it is one, else as it was written. */
const code = (text: string | undefined): string => {
  const colour = readWireColour(text ?? '');
  return colour ? wireCode(colour) : (text ?? '');
};

/** Every wire that a procedure knows: both of each speaker's pair, and what sits in the cavities of its plugs. A wire that both name stands once. */
export function wiresOf(document: ProcedureDocument): WireRow[] {
  const index = indexItems(document);
  const pairs = (document.pairs ?? []).flatMap((pair) => pairRows(document, pair, itemWords(index, pair.of)));
  const known = new Set(pairs.map(({ connector, cavity, colour }) => `${connector}|${cavity}|${colour}`));
  const pins = document.links.flatMap(({ id, pins: own }) =>
    (own ?? []).map(({ cavity, colour, function: does }): WireRow => ({
      procedure: document.id,
      item: id,
      connector: itemWords(index, id),
      cavity,
      colour: code(colour),
      function: does ?? '',
      polarity: null,
      how: [],
      jobs: [],
      heard: null,
      sure: null,
    })),
  );
  return [...pairs, ...pins.filter(({ connector, cavity, colour }) => !known.has(`${connector}|${cavity}|${colour}`))];
}

function pairRows({ id, links }: ProcedureDocument, pair: Pair, speaker: string): WireRow[] {
  const how = (pair.verified ?? []).map((one) => one.how);
  const plugs = links.filter(({ joins }) => joins.includes(pair.of)).flatMap(({ pins }) => pins ?? []);
  return (['plus', 'minus'] as const).map((polarity): WireRow => {
    const colour = code(pair[polarity].colour);
    return {
      procedure: id,
      item: pair.of,
      connector: pair.at ?? speaker,
      cavity: pair[polarity].cavity ?? plugs.find((pin) => colour && code(pin.colour) === colour)?.cavity ?? '',
      colour,
      function: `${speaker} ${polarity === 'plus' ? '+' : '−'}`,
      polarity,
      how,
      jobs: [...new Set((pair.verified ?? []).flatMap(({ job }) => job ?? []))],
      heard: pair.heard ?? null,
      sure: how.length ? sureBy(how) : null,
    };
  });
}

/** What is searched of a wire: its vehicle, zone and side, its colour in codes and in words, and what it does. */
export function wireText(
  document: ProcedureDocument,
  { colour, connector, function: does, polarity }: WireRow,
): string {
  const read = readWireColour(colour);
  const pole = polarity === null ? '' : polarity === 'plus' ? 'plus +' : 'minus -';
  return foldText(
    [
      document.title,
      zoneName(document.zone),
      document.side,
      ...document.applies.flatMap(({ make, model }) => [make, model]),
      colour,
      read ? wireWords(read) : '',
      connector,
      does.replace('−', '-'),
      pole,
    ].join(' '),
  );
}

/** The words of a search for wires: colours as their codes, "+" and "-" as words of their own. @example wireSearch('grey/pink rear left +'); // ['gy/pk', 'rear', 'left', '+'] */
export const wireSearch = (text: string): string[] =>
  text
    .replace(/[−–]/g, '-')
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 12)
    .map((word) => {
      const colour = /[/]/.test(word) || /^[A-Z]{2}$/.test(word) ? readWireColour(word) : null;
      return foldText(colour ? wireCode(colour) : word);
    });

/** A line of a table of wires, as it is taken in. */
export interface WireLine {
  item: string;
  cavity: string;
  colour: string;
  function: string;
  polarity: 'plus' | 'minus' | null;
  how: string[];
}

/** Why a line of a table cannot be taken into its procedure; null where it can. */
export function wireFault(document: ProcedureDocument, { item, cavity, colour, polarity }: WireLine): string | null {
  if (!readWireColour(colour)) return `“${colour}” is no wire colour: write GY/PK or grey/pink.`;
  const isPart = document.parts.some(({ id }) => id === item);
  const isLink = document.links.some(({ id }) => id === item);
  if (!isPart && !isLink) return `“${document.title}” has no plug or speaker “${item}”.`;
  if (isLink && !cavity) return 'A wire of a plug needs its cavity.';
  return isPart && polarity === null ? 'A wire of a speaker is plus or minus.' : null;
}

/** The document with the wires of a table: those of plugs in their cavities, those of speakers in their pair. Lines with a fault are left out. */
export function withWires(document: ProcedureDocument, lines: readonly WireLine[]): ProcedureDocument {
  const good = lines.filter((line) => wireFault(document, line) === null);
  const links = document.links.map((link) => {
    const own = good.filter(({ item }) => item === link.id);
    if (!own.length) return link;
    const pins = new Map((link.pins ?? []).map((pin) => [pin.cavity, pin]));
    for (const { cavity, colour, function: does } of own)
      pins.set(cavity, { ...pins.get(cavity), cavity, colour: code(colour), ...(does ? { function: does } : {}) });
    return { ...link, pins: [...pins.values()] };
  });
  const speakers = [...new Set(good.map(({ item }) => item))].filter((id) =>
    document.parts.some((part) => part.id === id),
  );
  return speakers.reduce(
    (all, of) =>
      withLines(
        all,
        of,
        good.filter(({ item }) => item === of),
      ),
    { ...document, links },
  );
}

function withLines(document: ProcedureDocument, of: string, lines: readonly WireLine[]): ProcedureDocument {
  const before = document.pairs?.find((pair) => pair.of === of);
  const end = (polarity: 'plus' | 'minus') => {
    const line = lines.find((one) => one.polarity === polarity);
    if (!line) return before?.[polarity] ?? {};
    return { colour: code(line.colour), ...(line.cavity ? { cavity: line.cavity } : {}) };
  };
  const known = new Set((before?.verified ?? []).map(({ how }) => how));
  const how = [...new Set(lines.flatMap((line) => line.how))].filter((one) => !known.has(one));
  return withPair(document, {
    of,
    plus: end('plus'),
    minus: end('minus'),
    ...(how.length ? { verified: how.map((one) => ({ how: one, result: 'as listed' })) } : {}),
  });
}
