import {
  applyEdit,
  type Fastener,
  freeId,
  type Link,
  newFastener,
  newLink,
  newPart,
  type Part,
  type ProcedureDocument,
} from '../procedure';
import { foldText } from '../../trade';
import type { FastenerWords, LinkWords, PartWords, Statement } from './statement';
import { kindOfPart } from './vocabulary';

/** A document with what a line added, and the items it spoke of. */
export interface Applied {
  document: ProcedureDocument;
  /** Ids of what is new or was spoken of, in order. */
  items: string[];
}

const plain = (name: string) =>
  foldText(name)
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/**
 * The part people mean by a name: one that is called so, else the only one whose name ends so or that is of such a kind ("card" is the "Door card").
 * Null where none or more than one could be meant.
 */
export function findNamedPart(document: ProcedureDocument, name: string): Part | null {
  const wanted = plain(name);
  const called = document.parts.find((part) => plain(part.name ?? part.id) === wanted || plain(part.id) === wanted);
  if (called) return called;
  const only = (list: Part[]) => (list.length === 1 ? list[0] : null);
  return (
    only(document.parts.filter((part) => plain(part.name ?? part.id).endsWith(` ${wanted}`))) ??
    only(document.parts.filter((part) => plain(part.kind) === wanted))
  );
}

/** Adds what a line says to a document. New names make parts; where no part is named the panel is meant, or what was spoken of last. */
export function applyStatement(document: ProcedureDocument, said: Statement, spokenOf: string | null): Applied {
  let now = document;
  const items: string[] = [];
  const partOf = (name: string): string => {
    const known = findNamedPart(now, name);
    if (known) return known.id;
    const part = newPart(now, kindOfPart(name), null, name);
    now = applyEdit(now, { type: 'addPart', part });
    return part.id;
  };
  const speak = (id: string) => {
    if (!items.includes(id)) items.push(id);
    return id;
  };
  for (const words of said.parts) {
    const id = speak(partOf(words.name));
    const on = words.on && { on: partOf(words.on) };
    const behind = words.behind && { behind: words.behind.map(partOf) };
    now = applyEdit(now, { type: 'change', id, patch: { ...patchOf(words), ...on, ...behind } });
  }
  for (const words of said.fasteners) {
    const behind = words.behind?.map(partOf);
    const holds = words.holds?.map(partOf) ?? [likelyHolder(now, spokenOf, behind ?? []) ?? partOf('panel')];
    const fastener = fastenerOf(
      now,
      words,
      holds,
      behind,
      words.staysOn === undefined ? undefined : stayingOn(now, words.staysOn, partOf),
    );
    now = applyEdit(now, { type: 'addFastener', fastener });
    speak(fastener.id);
  }
  for (const words of said.links) {
    const owner = words.part ? partOf(words.part) : (likelyHolder(now, spokenOf, []) ?? partOf('panel'));
    const link = linkOf(now, words, owner, words.behind?.map(partOf));
    now = applyEdit(now, { type: 'addLink', link });
    speak(link.id);
  }
  for (const words of said.works) {
    const work = { id: freeId(now, words.kind, '-'), ...words };
    now = applyEdit(now, { type: 'addWork', work });
    speak(work.id);
  }
  return { document: now, items };
}

const patchOf = ({ motions, startAt, note, refitNote }: PartWords) => ({
  ...(motions ? { motions } : {}),
  ...(startAt ? { startAt } : {}),
  ...(note ? { technique: note } : {}),
  ...(refitNote ? { refitNote } : {}),
});

/** What a fastener holds that names nothing: what was spoken of last if that is not what hides it, else the panel. */
function likelyHolder(document: ProcedureDocument, spokenOf: string | null, behind: string[]): string | null {
  const usable = document.parts.filter(({ id }) => !behind.includes(id));
  const panel = usable.find(({ kind }) => kind === 'panel');
  return (panel ?? usable.find(({ id }) => id === spokenOf))?.id ?? null;
}

const stayingOn = (document: ProcedureDocument, name: string, partOf: (name: string) => string) =>
  /^(?:door|body|car|shell|vehicle|skin)$/i.test(name) ? 'body' : partOf(name);

function fastenerOf(
  document: ProcedureDocument,
  { holds: _, behind: __, staysOn: ___, ...words }: FastenerWords,
  holds: string[],
  behind: string[] | undefined,
  staysOn: string | undefined,
): Fastener {
  const { at: _at, drive: _drive, ...start } = newFastener(document, words.kind, null, holds[0]);
  return {
    ...start,
    ...words,
    id: start.id,
    holds: holds.length === 1 ? holds[0] : holds,
    ...(behind?.length ? { behind } : {}),
    ...(staysOn ? { staysOn } : {}),
  };
}

function linkOf(
  document: ProcedureDocument,
  { part: _, behind: __, ...words }: LinkWords,
  owner: string,
  behind: string[] | undefined,
): Link {
  return {
    ...newLink(document, words.kind, owner),
    ...words,
    id: freeId(document, 'l'),
    ...(behind?.length ? { behind } : {}),
  };
}
