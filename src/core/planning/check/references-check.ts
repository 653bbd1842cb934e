import {
  heldParts,
  itemsOf,
  type ItemIndex,
  parseReference,
  stateFor,
  BODY,
  type ItemType,
  type ProcedureDocument,
} from '../../document';
import { error, warning, type Remark } from './remark';

interface Mention {
  text: string;
  item: string;
  field: string;
  /** What the reference may name; null = anything. */
  only: ItemType | null;
  bodyAllowed?: boolean;
}

/** Every reference the document makes, with who makes it. */
export function mentionsOf(document: ProcedureDocument): Mention[] {
  const behind = itemsOf(document).flatMap((item) =>
    (item.behind ?? []).map((text): Mention => ({ text, item: item.id, field: 'behind', only: null })),
  );
  const work = (document.work ?? []).flatMap((one): Mention[] => [
    ...(one.needs ?? []).map((text) => ({ text, item: one.id, field: 'needs', only: null })),
    ...(one.on ? [{ text: one.on, item: one.id, field: 'on', only: 'part' as const, bodyAllowed: true }] : []),
    ...(one.replaces ? [{ text: one.replaces, item: one.id, field: 'replaces', only: 'part' as const }] : []),
  ]);
  const measured = [...(document.mounts ?? []), ...(document.pairs ?? [])].map(({ of }): Mention => ({
    text: of,
    item: of,
    field: 'mounts or pairs',
    only: 'part',
  }));
  const parts = document.parts.flatMap((part): Mention[] => [
    ...(part.on ? [{ text: part.on, item: part.id, field: 'on', only: 'part' as const }] : []),
    ...(part.offToSeat ?? []).map((text) => ({ text, item: part.id, field: 'offToSeat', only: 'part' as const })),
    ...(part.looseWith ? [{ text: part.looseWith, item: part.id, field: 'looseWith', only: 'part' as const }] : []),
  ]);
  const fasteners = document.fasteners.flatMap((fastener): Mention[] => [
    ...heldParts(fastener).map((text) => ({ text, item: fastener.id, field: 'holds', only: 'part' as const })),
    ...(fastener.staysOn
      ? [{ text: fastener.staysOn, item: fastener.id, field: 'staysOn', only: 'part' as const, bodyAllowed: true }]
      : []),
  ]);
  const links = document.links.flatMap((link): Mention[] =>
    link.joins.map((text) => ({ text, item: link.id, field: 'joins', only: 'part' as const, bodyAllowed: true })),
  );
  const before = (document.before ?? []).flatMap((rule): Mention[] => [
    { text: rule.first, item: rule.first, field: 'before', only: null },
    { text: rule.then, item: rule.then, field: 'before', only: null },
  ]);
  const routes = (document.routes ?? []).flatMap((route): Mention[] => [
    { text: route.of, item: route.of, field: 'routes', only: null },
    ...route.anyOf.flat().map((text) => ({ text, item: route.of, field: 'routes', only: null })),
  ]);
  const recorded = (document.recordedOrder ?? []).map((text): Mention => ({
    text,
    item: text,
    field: 'recordedOrder',
    only: null,
  }));
  return [...behind, ...work, ...measured, ...parts, ...fasteners, ...links, ...before, ...routes, ...recorded];
}

/** References to nothing, to the wrong kind of thing, or to a state that thing does not have; ids used twice. */
export function checkReferences(document: ProcedureDocument, index: ItemIndex): Remark[] {
  return [
    ...duplicateIds(document),
    ...mentionsOf(document).flatMap((mention) => checkMention(document, index, mention)),
  ];
}

function checkMention(document: ProcedureDocument, index: ItemIndex, mention: Mention): Remark[] {
  const { text, item, field } = mention;
  const items = index.typeOf.has(item) ? [item] : [];
  const dangling = (message: string) => [
    error(
      'dangling-reference',
      [...new Set([...items, text])],
      `${field} of ${item}: ${message}`,
      `Correct or remove “${text}”.`,
    ),
  ];
  if (text === BODY && mention.bodyAllowed) return [];
  const reference = parseReference(text);
  if (!reference) return dangling(`“${text}” cannot be read as an item with a state.`);
  if (reference.procedure !== null && reference.procedure !== document.id) {
    return [
      warning(
        'other-procedure',
        items,
        `${field} of ${item} waits for ${text}, in another procedure.`,
        `Plan it together with ${reference.procedure}.`,
      ),
    ];
  }
  const type = index.typeOf.get(reference.item);
  if (!type) return dangling(`there is nothing called “${reference.item}”.`);
  if (mention.only && type !== mention.only) return dangling(`“${text}” is a ${type}, not a ${mention.only}.`);
  if (!stateFor(type, reference.state)) return dangling(`a ${type} cannot be “${reference.state}”.`);
  const { region } = reference;
  if (region && !index.parts.get(reference.item)?.regions?.[region])
    return dangling(`${reference.item} has no area called “${region}”.`);
  return [];
}

function duplicateIds(document: ProcedureDocument): Remark[] {
  const seen = new Set<string>();
  return itemsOf(document).flatMap(({ id }) => {
    if (!seen.has(id)) {
      seen.add(id);
      return [];
    }
    return [error('duplicate-id', [id], `“${id}” is used twice.`, 'Give one of them another id.')];
  });
}
