'use client';
import { useCallback, useEffect, useReducer, useRef, useState, type Dispatch, type RefObject } from 'react';
import {
  type DraftEdit,
  editBetween,
  editHistory,
  foldDraft,
  type HistoryAction,
  type MergeConflict,
  mergeProcedures,
  type ProcedureDocument,
} from '@/core/document';
import { flushSync } from 'react-dom';
import { v4 as uuid } from 'uuid';
import { draftPlace, forgetDraft, keepDraftBase, keepDraftEdit, readDraft, stampEdit } from '../../device/drafts';
import { ApiError, send, troubleWords } from '../../device/http';

/** How long nothing may change before it is saved, milliseconds; and how long until one that failed is tried again. */
const PAUSE_MS = 700;
const RETRY_MS = 3000;
/** Saves without an answer that are named to the server at most; older ones were overtaken. */
const MOST_UNANSWERED = 40;

export type SaveState =
  | { at: 'untouched' }
  | { at: 'saved' }
  | { at: 'saving' }
  | { at: 'waiting' }
  | { at: 'unanswered' }
  | { at: 'refused'; words: string }
  /** Somebody else saved in between, and putting both together would lose this; null where theirs could not be had yet. */
  | { at: 'moved-on'; words: string; losses: MergeConflict[] | null };

const hasFailed = ({ at }: SaveState) => at === 'refused' || at === 'unanswered' || at === 'moved-on';

/** What a draft's saving stands on. */
interface Standing {
  /** The document that is saved, and its version. */
  saved: ProcedureDocument;
  version: number;
  /** Saves that got no answer: the server may have them. */
  unanswered: string[];
  /** Edits that are not saved, and the document after the last of them. */
  edits: DraftEdit[];
  logged: ProcedureDocument;
}

/**
 * The draft being edited, with undo and redo, saved as it goes; version 0 is none yet, and the first save begins one. What is done is kept on this device as a log of edits under the
 * person's name, through a reload, the browser's end and without a network, and sent as soon as there is one. Every save names the version it started from; when somebody else saved in
 * between both are put together at once where nothing of either is lost, and after a look at what would be where something is.
 */
export function useDraft(first: ProcedureDocument, firstVersion: number, me: string) {
  const [history, edit] = useReducer(editHistory, { past: [], present: first, future: [] });
  const [save, setSave] = useState<SaveState>({ at: firstVersion === 0 ? 'untouched' : 'saved' });
  /** Whether both were put together, since this page was opened. */
  const [isJoined, setJoined] = useState(false);
  const place = draftPlace(me, first.id);
  const standing = useRef<Standing>({ saved: first, version: firstVersion, unanswered: [], edits: [], logged: first });
  const busy = useRef(false);
  const latest = useRef(history.present);
  latest.current = history.present;
  const isKeptRead = useKeptHere(place, history.present, standing, edit);

  const keepBase = useCallback(
    (included: string[]) => {
      const { version, saved, unanswered } = standing.current;
      void keepDraftBase({ place, version, document: saved, unanswered, included }).catch(() => undefined);
    },
    [place],
  );

  /** Goes on with what somebody else saved and what is here put together. Undo stops there: it would take out what is theirs. */
  const join = useCallback(
    (theirs: Theirs, document: ProcedureDocument) => {
      const included = standing.current.edits.map(({ id }) => id);
      standing.current = {
        saved: theirs.document,
        version: theirs.version,
        unanswered: [],
        edits: [],
        logged: theirs.document,
      };
      logEdit(place, standing.current, document);
      keepBase(included);
      setJoined(true);
      setSave({ at: 'waiting' });
      edit({ type: 'replace', document });
    },
    [place, keepBase],
  );

  /** Puts both together; where that would lose something, only if `seen` shows that it was looked at. */
  const joinTheirs = async (words: string, seen: MergeConflict[] | null): Promise<void> => {
    try {
      const theirs = await send<Theirs>('GET', `/api/procedures/${encodeURIComponent(first.id)}/draft`);
      const { document, conflicts } = mergeProcedures(standing.current.saved, latest.current, theirs.document);
      const isSeen = JSON.stringify(conflicts) === JSON.stringify(seen);
      if (conflicts.length === 0 || isSeen) join(theirs, document);
      else setSave({ at: 'moved-on', words, losses: conflicts });
    } catch (error) {
      setSave({ at: 'moved-on', words: `${words} ${troubleWords(error)}`, losses: null });
    }
  };

  const saveNow = async (): Promise<boolean> => {
    const now = standing.current;
    if (busy.current || !isKeptRead.current) return false;
    if (latest.current === now.saved) return true;
    busy.current = true;
    // Why the last one failed stays on the screen until one goes through.
    setSave((before) => (hasFailed(before) ? before : { at: 'saving' }));
    const sent = latest.current;
    logEdit(place, now, sent);
    const included = now.edits.map(({ id }) => id);
    const id = uuid();
    const after = now.unanswered;
    now.unanswered = [...after, id].slice(-MOST_UNANSWERED);
    keepBase([]);
    try {
      const answer = await send<{ version: number }>(
        'PUT',
        `/api/procedures/${encodeURIComponent(first.id)}/draft?version=${now.version}&save=${id}${after.length ? `&after=${after.join(',')}` : ''}`,
        sent,
      );
      const isIn = new Set(included);
      Object.assign(now, { version: answer.version, unanswered: [], saved: sent });
      now.edits = now.edits.filter((one) => !isIn.has(one.id));
      keepBase(included);
      setSave(latest.current === sent ? { at: 'saved' } : { at: 'waiting' });
      return latest.current === sent;
    } catch (error) {
      // A save that was never answered, or broke off in the server, may have been made.
      if (!(error instanceof ApiError) || error.status >= 500) setSave({ at: 'unanswered' });
      else {
        now.unanswered = after;
        if (error.code === 'draft-moved-on') await joinTheirs(error.message, null);
        else setSave({ at: 'refused', words: error.message });
      }
      return false;
    } finally {
      busy.current = false;
    }
  };

  const saveRef = useRef(saveNow);
  saveRef.current = saveNow;
  const stuck = save.at === 'moved-on';
  useEffect(() => {
    const { saved, version } = standing.current;
    if (history.present === saved) {
      // Undone to what is saved, or taken up from what this device had saved: there is nothing to wait for.
      setSave((now) => (now.at === 'waiting' && version > 0 ? { at: 'saved' } : now));
      return;
    }
    if (stuck) return;
    setSave((now) => (now.at === 'saved' || now.at === 'untouched' ? { at: 'waiting' } : now));
    const timer = setTimeout(
      () => {
        void saveRef.current();
      },
      hasFailed(save) ? RETRY_MS : PAUSE_MS,
    );
    return () => clearTimeout(timer);
  }, [history.present, stuck, save]);
  useEffect(() => {
    const again = () => void saveRef.current();
    window.addEventListener('online', again);
    return () => window.removeEventListener('online', again);
  }, []);
  useEffect(() => {
    // What is half typed is taken over before the page goes: nothing waits for a pause any more.
    const take = () => {
      flushSync(() => (window.document.activeElement as HTMLElement | null)?.blur());
      logEdit(place, standing.current, latest.current);
    };
    const warn = (event: BeforeUnloadEvent) => {
      take();
      if (latest.current !== standing.current.saved) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    window.addEventListener('pagehide', take);
    return () => {
      window.removeEventListener('beforeunload', warn);
      window.removeEventListener('pagehide', take);
    };
  }, [place]);
  /** Puts what somebody else saved together with what is here, once what that loses was shown; where both changed the same, what is here stays. */
  const putTogether = (): Promise<void> =>
    save.at === 'moved-on' ? joinTheirs(save.words, save.losses) : Promise.resolve();
  /** Forgets what is unsaved, for leaving after the draft was thrown away. */
  const forget = () => {
    standing.current.saved = latest.current;
    return forgetDraft(place);
  };
  /** Gives up what is here, and goes on with what somebody else saved. */
  const takeTheirs = async () => {
    await forget();
    window.location.reload();
  };
  const readVersion = () => standing.current.version;
  return { history, edit, save, saveNow, readVersion, forget, putTogether, takeTheirs, isJoined };
}

interface Theirs {
  version: number;
  document: ProcedureDocument;
}

/** Adds what was done since the last edit to the log, here and on this device. */
function logEdit(place: string, standing: Standing, present: ProcedureDocument): void {
  if (present === standing.logged) return;
  const made = editBetween(standing.logged, present, stampEdit());
  standing.logged = present;
  if (!made) return;
  standing.edits.push(made);
  // Where neither storage takes it, the page still holds it, and warns before it is left.
  void keepDraftEdit(place, made).catch(() => undefined);
}

/** Keeps each edit on this device, and takes up what was kept when the page is opened again. Tells whether that was read yet. */
function useKeptHere(
  place: string,
  present: ProcedureDocument,
  standing: RefObject<Standing>,
  edit: Dispatch<HistoryAction>,
): RefObject<boolean> {
  const isRead = useRef(false);
  const latest = useRef(present);
  latest.current = present;
  useEffect(() => logEdit(place, standing.current, present), [place, present, standing]);
  useEffect(() => {
    let isGone = false;
    void readDraft(place).then((kept) => {
      if (isGone || isRead.current) return;
      isRead.current = true;
      const now = standing.current;
      const mine = new Set(now.edits.map(({ id }) => id));
      const older = (kept?.edits ?? []).filter(({ id }) => !mine.has(id));
      // With a network the page is the server's own, and newer or as new; without one it is what was kept of it once.
      const isNewer = !!kept && !navigator.onLine && kept.base.version > now.version;
      if (kept && (older.length > 0 || isNewer)) {
        // Where somebody else saved meanwhile, the server says so; what was kept is still shown.
        const { version, document: saved, unanswered } = kept.base;
        const edits = [...older, ...now.edits];
        const document = edits.length ? foldDraft(saved, edits).document : saved;
        standing.current = { saved, version, unanswered, edits, logged: document };
        edit({ type: 'take', document });
      } else if (now.version > 0 || now.edits.length > 0) {
        const base = { place, version: now.version, document: now.saved, unanswered: now.unanswered, included: [] };
        void keepDraftBase(base).catch(() => undefined);
      }
    });
    return () => {
      isGone = true;
    };
  }, [place, standing, edit]);
  return isRead;
}
