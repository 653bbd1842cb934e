'use client';
import { unaskedGroups, unseenViews, type Walk } from '@/core/bay';
import type { Tab, VisitHandle } from './handle';

/** Something that is half said: nobody signs over it. */
interface SignBlock {
  text: string;
  /** Where it is finished. */
  tab: Tab;
  /** What drops it instead, where it can be dropped. */
  drop?: () => void;
}

/** What is half made, typed and not saved, not looked at or not asked: each is finished or dropped before anybody signs. */
export function useSignBlocks({ drafts, changeDrafts, state, lines }: VisitHandle, walk: Walk): SignBlock[] {
  const { mark, note, line, vin } = drafts;
  const unseen = unseenViews(state, walk);
  return [
    ...(mark.place
      ? [
          {
            text: 'A mark is half made: say what it is.',
            tab: 'body' as const,
            drop: () => changeDrafts({ mark: { ...mark, place: null, words: '', photo: null } }),
          },
        ]
      : []),
    ...(note.trim()
      ? [
          {
            text: `A note is typed and not saved: “${note.trim()}”.`,
            tab: 'sign' as const,
            drop: () => changeDrafts({ note: '' }),
          },
        ]
      : []),
    ...(line.trim()
      ? [
          {
            text: `A line of your own is typed and not added: “${line.trim()}”.`,
            tab: 'electrical' as const,
            drop: () => changeDrafts({ line: '' }),
          },
        ]
      : []),
    ...(vin?.trim() && vin.trim().toUpperCase() !== state.vin
      ? [{ text: 'A VIN is typed and not saved.', tab: 'electrical' as const, drop: () => changeDrafts({ vin: null }) }]
      : []),
    ...(unseen.length
      ? [
          {
            text: `Not looked at yet: ${unseen.map(({ name }) => name.toLowerCase()).join(', ')}.`,
            tab: 'body' as const,
          },
        ]
      : []),
    ...unaskedGroups(lines, state, walk).map((group) => ({
      text: `${group}: nothing was checked there.`,
      tab: 'electrical' as const,
    })),
  ];
}

const PLACE: Record<Tab, string> = { electrical: 'Go to the list', body: 'Go to body and trim', sign: 'Save it above' };

export function SignBlocks({ blocks, visit }: { blocks: SignBlock[]; visit: VisitHandle }) {
  if (blocks.length === 0) return null;
  return (
    <ul className="rows" aria-label="Before anybody signs">
      {blocks.map(({ text, tab, drop }) => (
        <li key={text} className="py-2 d-flex gap-2 flex-wrap align-items-center">
          <span className="trouble me-auto">{text}</span>
          {tab !== 'sign' && (
            <button type="button" className="btn btn-primary" onClick={() => visit.goTo(tab)}>
              {PLACE[tab]}
            </button>
          )}
          {drop && (
            <button type="button" className="btn btn-outline-dark" onClick={drop}>
              Drop it
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
