'use client';
import { useEffect, useReducer, useRef, useState } from 'react';
import { editHistory, type ProcedureDocument } from '@/core/procedure';
import { ApiError, send, troubleWords } from '../../../device/http';

const PAUSE_MS = 700;

export type SaveState =
  | { at: 'untouched' }
  | { at: 'saved' }
  | { at: 'saving' }
  | { at: 'waiting' }
  | { at: 'refused'; words: string; movedOn: boolean };

/**
 * The draft being edited, with undo and redo, saved as it goes; version 0 is none yet, and the first save begins one. Every save names the version it started from; when
 * somebody else saved in between nothing is overwritten and the changes stay here.
 */
export function useDraft(first: ProcedureDocument, firstVersion: number) {
  const [history, edit] = useReducer(editHistory, { past: [], present: first, future: [] });
  const [save, setSave] = useState<SaveState>({ at: firstVersion === 0 ? 'untouched' : 'saved' });
  const saved = useRef(first);
  const version = useRef(firstVersion);
  const busy = useRef(false);
  const latest = useRef(history.present);
  latest.current = history.present;

  const saveNow = async (): Promise<boolean> => {
    if (busy.current) return false;
    if (latest.current === saved.current) return true;
    busy.current = true;
    setSave({ at: 'saving' });
    const sent = latest.current;
    try {
      const answer = await send<{ version: number }>(
        'PUT',
        `/api/procedures/${encodeURIComponent(first.id)}/draft?version=${version.current}`,
        sent,
      );
      version.current = answer.version;
      saved.current = sent;
      setSave(latest.current === sent ? { at: 'saved' } : { at: 'waiting' });
      return latest.current === sent;
    } catch (error) {
      setSave({
        at: 'refused',
        words: troubleWords(error),
        movedOn: error instanceof ApiError && error.code === 'draft-moved-on',
      });
      return false;
    } finally {
      busy.current = false;
    }
  };

  const saveRef = useRef(saveNow);
  saveRef.current = saveNow;
  const stuck = save.at === 'refused' && save.movedOn;
  useEffect(() => {
    if (history.present === saved.current || stuck) return;
    setSave((now) => (now.at === 'saving' ? now : { at: 'waiting' }));
    const timer = setTimeout(() => {
      void saveRef.current();
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [history.present, stuck, save.at]);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (latest.current !== saved.current) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, []);
  /** Forgets what is unsaved, for leaving after the draft was thrown away. */
  const forget = () => {
    saved.current = latest.current;
  };
  return { history, edit, save, saveNow, version, forget };
}
