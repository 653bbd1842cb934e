'use client';
import Link from 'next/link';
import { useRef, useState } from 'react';
import {
  comingPart,
  findItem,
  itemWords,
  indexItems,
  lastOff,
  recordInBay,
  type BayFact,
  type ProcedureDocument,
  type Recording,
} from '@/core/document';
import { sendMedia } from '../../../device';
import { useDraft, type SaveState, useWakeLock } from '../../design';
import { PhotoButton } from '../log';
import { CameOff, Undone, Unhooked, Unplugged } from './choices';
import { SayOrShow } from './say-or-show';

type Asked = 'undone' | 'unplugged' | 'unhooked' | 'cameOff' | null;

const VERBS: [Exclude<Asked, null>, string, string][] = [
  ['undone', 'Undone', 'a screw, clip, tab or rivet'],
  ['unplugged', 'Unplugged', 'a plug, lamp, wire or aerial'],
  ['unhooked', 'Unhooked', 'a cable, rod, hook or bracket'],
  ['cameOff', 'Came off', 'a cap, cover, panel or speaker'],
];
const SAVED: Record<Exclude<SaveState['at'], 'refused'>, string> = {
  untouched: '● nothing yet',
  saved: '● saved',
  saving: '◌ saving',
  waiting: '◌ saved here, not yet sent',
  unanswered: '◌ saved here, not yet sent',
  'moved-on': '◌ saved here; somebody else changed the same: put both together at the desk',
};
/** Parts behind which everything lies that is found once they are off. */
const LARGE = new Set(['panel', 'shield', 'seat', 'carpet']);

/** Recording in the bay while the panel comes off: two or three taps for each thing, in the order of the hands; nothing is typed. */
export function RecordInBay({
  document: first,
  version,
  me,
}: {
  document: ProcedureDocument;
  version: number;
  me: string;
}) {
  const { history, edit, save } = useDraft(first, version, me);
  const document = history.present;
  const [asked, ask] = useState<Asked>(null);
  const off = lastOff(document);
  const [isBehind, setBehind] = useState<boolean | null>(null);
  const behindLast = !!off && (isBehind ?? LARGE.has(off.kind));
  useWakeLock(true);
  const told = useRef<number | null>(null);
  const record = (fact: DistributiveOmit<BayFact, 'behindLast' | 'took'>) => {
    const now = performance.now();
    const took = told.current === null ? {} : { took: (now - told.current) / 1000 };
    told.current = now;
    const made = recordInBay(document, { ...fact, behindLast, ...took } as BayFact);
    edit({ type: 'take', document: made.document });
    ask(null);
    setBehind(null);
  };
  const index = indexItems(document);
  const coming = comingPart(document);
  const recorded = (document.recordedOrder ?? []).filter((id) => id !== coming?.id);
  const last = recorded.at(-1);
  const lastItem = last === undefined ? undefined : findItem(index, last);
  const addPhoto = (photo: string) => {
    if (lastItem) edit({ type: 'change', id: lastItem.id, patch: { photos: [...(lastItem.photos ?? []), photo] } });
    void sendMedia();
  };
  const addRecording = (one: Recording) => {
    if (lastItem)
      edit({ type: 'change', id: lastItem.id, patch: { recordings: [...(lastItem.recordings ?? []), one] } });
    void sendMedia();
  };
  return (
    <main className="bay-record">
      <header className="run-head">
        <h1 className="title">
          {document.title}
          {document.side !== 'centre' && `, ${document.side}`}
        </h1>
        <span className="progress-words">{recorded.length} recorded</span>
        <span className="saved" role="status">
          {save.at === 'refused' ? `◌ saved here: ${save.words}` : SAVED[save.at]}
        </span>
        <Link className="job" href={`/procedures/${encodeURIComponent(document.id)}/edit`}>
          Tidy up at the desk
        </Link>
      </header>
      <div className="bay-record-body" tabIndex={0}>
        <p className="where">
          {last ? (
            <>
              Last:{' '}
              <b>
                {countOf(index, last)}
                {itemWords(index, last)}
              </b>
              {coming && ` · ${heldWords(document, coming.id)} on the part that comes off next`}
            </>
          ) : (
            'Tell each thing as you do it: what you undo belongs to the part that comes off next.'
          )}
        </p>
        {off && (
          <button type="button" className="behind-bar" aria-pressed={behindLast} onClick={() => setBehind(!behindLast)}>
            Found behind the {itemWords(index, off.id)}
          </button>
        )}
        {asked === null ? (
          VERBS.map(([verb, words, what]) => (
            <button key={verb} type="button" className="verb-bar" onClick={() => ask(verb)}>
              {words}
              <span>{what}</span>
            </button>
          ))
        ) : asked === 'undone' ? (
          <Undone document={document} onTell={record} />
        ) : asked === 'unplugged' ? (
          <Unplugged onTell={record} />
        ) : asked === 'unhooked' ? (
          <Unhooked onTell={record} />
        ) : (
          <CameOff onTell={record} />
        )}
      </div>
      <div className="run-foot">
        {asked !== null && (
          <button type="button" onClick={() => ask(null)}>
            Not that
          </button>
        )}
        <PhotoButton
          job={{ procedure: document.id }}
          label={last ? `Photo of the ${itemWords(index, last)}` : 'Photo'}
          onTaken={addPhoto}
        />
        {last && <SayOrShow procedure={document.id} of={`the ${itemWords(index, last)}`} onTaken={addRecording} />}
        <button type="button" disabled={history.past.length === 0} onClick={() => edit({ type: 'undo' })}>
          Back
        </button>
      </div>
    </main>
  );
}

type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;

function countOf({ fasteners, links }: ReturnType<typeof indexItems>, id: string): string {
  const count = (fasteners.get(id) ?? links.get(id))?.count ?? 1;
  return count > 1 ? `${count} × ` : '';
}

const heldWords = ({ fasteners, links }: ProcedureDocument, part: string) => {
  const count =
    fasteners.filter(({ holds }) => holds === part).length + links.filter(({ joins }) => joins[0] === part).length;
  return `${count} ${count === 1 ? 'thing' : 'things'}`;
};
