'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import type { ImportedItem, ImportState } from '@/core/exchange';
import { readLines } from '../../../device/lines';
import { troubleWords } from '../../../device/http';
import { Trouble } from '../../design';

interface Answer {
  shop: string;
  items: ImportedItem[];
  kinds: string[];
}

const STATES: Record<ImportState, { words: string; comesIn: boolean }> = {
  new: { words: 'New', comesIn: true },
  newer: { words: 'Newer', comesIn: true },
  conflicting: { words: 'Conflicting', comesIn: true },
  same: { words: 'Same', comesIn: false },
  older: { words: 'Older', comesIn: false },
  'unknown-kinds': { words: 'Unknown kinds', comesIn: false },
  unreadable: { words: 'Not readable', comesIn: false },
};
const ORDER = Object.keys(STATES) as ImportState[];

/** An archive of procedures: what would happen to each, then all of it at once; both can be stopped. */
export function TakeIn({ file, onClose }: { file: File; onClose: () => void }) {
  const router = useRouter();
  const [seen, setSeen] = useState<Answer | null>(null);
  const [done, setDone] = useState(false);
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const ask = async (dry: boolean) => {
    stop.current = new AbortController();
    setTrouble(null);
    setProgress({ done: 0, of: 0 });
    try {
      setSeen(
        await readLines<Answer>(`/api/exchange/import${dry ? '?dry=1' : ''}`, file, setProgress, stop.current.signal),
      );
      setDone(!dry);
      if (!dry) router.refresh();
    } catch (error) {
      setTrouble(stop.current.signal.aborted ? 'Stopped. Nothing was changed.' : troubleWords(error));
    } finally {
      setProgress(null);
    }
  };
  const close = () => {
    stop.current?.abort();
    onClose();
  };
  const coming = seen?.items.filter(({ state }) => STATES[state].comesIn).length ?? 0;
  return (
    <Modal
      aria-labelledby="take-in-title"
      show
      onHide={close}
      onEntered={() => void ask(true)}
      size="lg"
      centered
      scrollable
    >
      <Modal.Header closeButton>
        <Modal.Title id="take-in-title">Import {file.name}</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <Trouble text={trouble} />
        {progress && (
          <p role="status">
            {progress.of ? `${progress.done} of ${progress.of} procedures` : 'Reading the archive…'}{' '}
            {progress.of > 0 && <progress value={progress.done} max={progress.of} />}
          </p>
        )}
        {seen && (
          <>
            <p>
              {seen.shop ? `From ${seen.shop}. ` : ''}
              {done ? `${coming} taken in.` : `${coming} of ${seen.items.length} would be taken in.`}
              {seen.kinds.length > 0 && ` With own kinds: ${seen.kinds.join(', ')}.`}
            </p>
            <ul className="rows" aria-label="What happens to each">
              {ORDER.flatMap((state) => seen.items.filter((one) => one.state === state)).map(
                ({ id, title, state, why }) => (
                  <li key={id} className="py-2">
                    <span className={`stage ${STATES[state].comesIn ? 'done' : ''}`}>{STATES[state].words}</span>{' '}
                    <strong>{title}</strong>
                    <span className="quiet d-block">{why}</span>
                  </li>
                ),
              )}
            </ul>
          </>
        )}
      </Modal.Body>
      <Modal.Footer>
        {progress ? (
          <Button variant="outline-dark" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        ) : (
          <Button variant="outline-dark" onClick={close}>
            {done ? 'Close' : 'Cancel'}
          </Button>
        )}
        {seen && !done && (
          <Button disabled={!!progress || coming === 0} onClick={() => void ask(false)}>
            Take in {coming}
          </Button>
        )}
      </Modal.Footer>
    </Modal>
  );
}
