'use client';
import { useEffect, useReducer, useRef, useState, type Dispatch, type RefObject } from 'react';
import {
  editHistory,
  type HistoryAction,
  type MergeConflict,
  mergeProcedures,
  type ProcedureDocument,
} from '@/core/procedure';
import { flushSync } from 'react-dom';
import { v4 as uuid } from 'uuid';
import { ApiError, send } from '../../device/http';

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
  | { at: 'refused'; words: string; movedOn: boolean };

const hasFailed = ({ at }: SaveState) => at === 'refused' || at === 'unanswered';

/**
 * The draft being edited, with undo and redo, saved as it goes; version 0 is none yet, and the first save begins one. Every save names the version it started from; when
 * somebody else saved in between nothing is overwritten and the changes stay here. What is not saved yet is kept on this device under the person's name, through a reload and without
 * a network, and sent as soon as there is one.
 */
export function useDraft(first: ProcedureDocument, firstVersion: number, me: string) {
  const [history, edit] = useReducer(editHistory, { past: [], present: first, future: [] });
  const [save, setSave] = useState<SaveState>({ at: firstVersion === 0 ? 'untouched' : 'saved' });
  const place = `draft ${me} ${first.id}`;
  const saved = useRef(first);
  const version = useRef(firstVersion);
  const busy = useRef(false);
  /** Saves that got no answer: the server may have them. */
  const unanswered = useRef<string[]>([]);
  const latest = useRef(history.present);
  latest.current = history.present;

  const saveNow = async (): Promise<boolean> => {
    if (busy.current) return false;
    if (latest.current === saved.current) return true;
    busy.current = true;
    // Why the last one failed stays on the screen until one goes through.
    setSave((now) => (hasFailed(now) ? now : { at: 'saving' }));
    const sent = latest.current;
    const id = uuid();
    const after = unanswered.current;
    unanswered.current = [...after, id].slice(-MOST_UNANSWERED);
    keepHere(place, { version: version.current, document: sent, unanswered: unanswered.current, base: saved.current });
    try {
      const answer = await send<{ version: number }>(
        'PUT',
        `/api/procedures/${encodeURIComponent(first.id)}/draft?version=${version.current}&save=${id}${after.length ? `&after=${after.join(',')}` : ''}`,
        sent,
      );
      version.current = answer.version;
      unanswered.current = [];
      saved.current = sent;
      // The newest that is saved stays here too: a page that is opened without a network may be an older one.
      if (latest.current === sent) keepHere(place, { version: answer.version, document: sent, isSaved: true });
      else keepHere(place, { version: answer.version, document: latest.current, unanswered: [], base: sent });
      setSave(latest.current === sent ? { at: 'saved' } : { at: 'waiting' });
      return latest.current === sent;
    } catch (error) {
      // A save that was never answered, or broke off in the server, may have been made.
      if (!(error instanceof ApiError) || error.status >= 500) setSave({ at: 'unanswered' });
      else {
        unanswered.current = after;
        setSave({ at: 'refused', words: error.message, movedOn: error.code === 'draft-moved-on' });
      }
      return false;
    } finally {
      busy.current = false;
    }
  };

  useKeptHere(place, history.present, { saved, version, unanswered }, edit);
  const saveRef = useRef(saveNow);
  saveRef.current = saveNow;
  const stuck = save.at === 'refused' && save.movedOn;
  useEffect(() => {
    if (history.present === saved.current) {
      // Undone to what is saved, or taken up from what this device had saved: there is nothing to wait for.
      setSave((now) => (now.at === 'waiting' && version.current > 0 ? { at: 'saved' } : now));
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
      if (latest.current !== saved.current)
        keepHere(place, {
          version: version.current,
          document: latest.current,
          unanswered: unanswered.current,
          base: saved.current,
        });
    };
    const warn = (event: BeforeUnloadEvent) => {
      take();
      if (latest.current !== saved.current) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    window.addEventListener('pagehide', take);
    return () => {
      window.removeEventListener('beforeunload', warn);
      window.removeEventListener('pagehide', take);
    };
  }, [place]);
  /** Puts what somebody else saved together with what is here; where both changed the same, what is here stays. Returns those places; throws as `send` does. */
  const mergeTheirs = async (): Promise<MergeConflict[]> => {
    const theirs = await send<{ version: number; document: ProcedureDocument }>(
      'GET',
      `/api/procedures/${encodeURIComponent(first.id)}/draft`,
    );
    const { document, conflicts } = mergeProcedures(saved.current, latest.current, theirs.document);
    version.current = theirs.version;
    unanswered.current = [];
    saved.current = theirs.document;
    setSave({ at: 'waiting' });
    edit({ type: 'take', document });
    return conflicts;
  };
  /** Forgets what is unsaved, for leaving after the draft was thrown away. */
  const forget = () => {
    saved.current = latest.current;
    localStorage.removeItem(place);
  };
  return { history, edit, save, saveNow, version, forget, mergeTheirs };
}

/** What a draft's saving stands on: the document that is saved, its version, and saves without an answer. */
interface Standing {
  saved: RefObject<ProcedureDocument>;
  version: RefObject<number>;
  unanswered: RefObject<string[]>;
}

interface Kept {
  version: number;
  document: ProcedureDocument;
  unanswered?: string[];
  /** What it was edited from. */
  base?: ProcedureDocument;
  /** The server has it. */
  isSaved?: boolean;
}

/** Keeps an unsaved document on this device, and takes up what was kept when the page is opened again. */
function useKeptHere(place: string, present: ProcedureDocument, standing: Standing, edit: Dispatch<HistoryAction>) {
  const looked = useRef(false);
  const standingRef = useRef(standing);
  useEffect(() => {
    const { saved, version, unanswered } = standingRef.current;
    if (!looked.current) {
      looked.current = true;
      const kept = readKept(place);
      if (!kept) return;
      if (kept.isSaved) {
        // With a network the page is the server's own, and newer or as new; without one it is what was kept of it once.
        if (navigator.onLine || kept.version <= version.current) return;
        version.current = kept.version;
        saved.current = kept.document;
        edit({ type: 'take', document: kept.document });
        return;
      }
      // Where somebody else saved meanwhile, the server says so; what was kept is still shown.
      version.current = kept.version;
      unanswered.current = kept.unanswered ?? [];
      saved.current = kept.base ?? saved.current;
      edit({ type: 'take', document: kept.document });
    } else if (present === saved.current) {
      if (version.current === 0) localStorage.removeItem(place);
      else keepHere(place, { version: version.current, document: present, isSaved: true });
    } else
      keepHere(place, {
        version: version.current,
        document: present,
        unanswered: unanswered.current,
        base: saved.current,
      });
  }, [place, present, edit]);
}

function keepHere(place: string, kept: Kept): void {
  try {
    localStorage.setItem(place, JSON.stringify(kept));
  } catch {
    // No room on this device: the page still holds it, and warns before it is left.
  }
}

function readKept(place: string): Kept | null {
  try {
    return JSON.parse(localStorage.getItem(place) ?? 'null') as Kept | null;
  } catch {
    return null;
  }
}
