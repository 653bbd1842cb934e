'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import Modal from 'react-bootstrap/Modal';
import type { FoundView } from '@/contracts/views';
import { send, troubleWords } from '../../../device/http';
import { Trouble } from '../../design';
import { placesFor } from './places';

const PAUSE_MS = 120;
const KINDS: Record<FoundView['kind'] | 'place', string> = {
  job: 'Jobs',
  procedure: 'Procedures',
  wire: 'Wires',
  stock: 'In stores',
  place: 'Go to',
};

/** Words in any order, what they find in groups; arrow keys and Enter. */
export function FindPanel({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const [text, setText] = useState('');
  const [answer, setAnswer] = useState<{ text: string; found: FoundView[] }>({ text: '', found: [] });
  const [trouble, setTrouble] = useState<string | null>(null);
  const [active, setActive] = useState(0);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!text.trim()) return;
    let ended = false;
    const timer = setTimeout(() => {
      send<FoundView[]>('GET', `/api/search?q=${encodeURIComponent(text)}`)
        .then((found) => {
          if (ended) return;
          setAnswer({ text, found });
          setActive(0);
          setTrouble(null);
        })
        .catch((error: unknown) => !ended && setTrouble(troubleWords(error)));
    }, PAUSE_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [text]);
  const lines = useMemo(
    () =>
      text.trim()
        ? [
            ...placesFor(text).map(([title, href]) => ({ kind: 'place' as const, title, under: '', href })),
            ...answer.found,
          ]
        : [],
    [text, answer],
  );
  const go = (href: string) => {
    onClose();
    router.push(href);
  };
  const key = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown') setActive(Math.min(lines.length - 1, active + 1));
    else if (event.key === 'ArrowUp') setActive(Math.max(0, active - 1));
    else if (event.key === 'Enter' && lines[active]) go(lines[active].href);
    else return;
    event.preventDefault();
  };
  return (
    <Modal show onHide={onClose} onEntered={() => field.current?.focus()} aria-label="Find" scrollable>
      <Modal.Body className="find">
        <input
          ref={field}
          className="form-control search-box"
          type="search"
          role="combobox"
          aria-expanded={lines.length > 0}
          aria-controls="found-lines"
          aria-activedescendant={lines[active] ? `found-${active}` : undefined}
          aria-label="Find anything"
          placeholder="plate, name, job, kite rear door, GY/PK, clips…"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={key}
        />
        <Trouble text={trouble} />
        <div id="found-lines" role="listbox" aria-label="Found">
          {lines.map(({ kind, title, under, href }, n) => (
            <div key={`${kind} ${href} ${title}`}>
              {lines[n - 1]?.kind !== kind && <div className="label mt-2">{KINDS[kind]}</div>}
              <div
                id={`found-${n}`}
                role="option"
                aria-selected={n === active}
                className={n === active ? 'found active' : 'found'}
                onClick={() => go(href)}
                onMouseMove={() => setActive(n)}
              >
                {title} <span className="quiet">{under}</span>
              </div>
            </div>
          ))}
        </div>
        {text.trim() && lines.length === 0 && answer.text === text && (
          <p className="quiet mt-2 mb-0">Nothing like that.</p>
        )}
      </Modal.Body>
    </Modal>
  );
}
