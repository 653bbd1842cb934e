'use client';
import { useRef, useState, type PointerEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { photosOf, type MarkedPhoto as Marked, type PhotoMark, type Point } from '@/core/document';
import { MarkedPhoto } from '../../../design';
import { Row } from './fields';
import type { Change } from './item-props';
import { usePhotoChoice } from './use-photo-choice';

/** Pictures of an item: taken or chosen, pointed into with arrow, ring and a word. */
export function PhotoRow({
  procedure,
  item,
  change,
  label = 'Photo of this item',
}: {
  procedure: string;
  item: Parameters<typeof photosOf>[0];
  change: Change;
  label?: string;
}) {
  const [open, setOpen] = useState<number | null>(null);
  const photos = photosOf(item);
  const set = (list: Marked[]) => change({ photos: list.length ? list : undefined });
  const { button, trouble } = usePhotoChoice(procedure, label, (id) => set([...photos, { id, marks: [] }]));
  return (
    <Row label="Photos">
      <div className="photo-row">
        {photos.map((photo, at) => (
          <button key={photo.id} type="button" className="photo-open" onClick={() => setOpen(at)}>
            <MarkedPhoto photo={photo} alt={`Photo ${at + 1}: mark it`} />
          </button>
        ))}
      </div>
      {button}
      {trouble}
      {open !== null && photos[open] && (
        <MarkSheet
          photo={photos[open]}
          onChange={(marks) => set(photos.map((one, at) => (at === open ? { ...one, marks } : one)))}
          onRemove={() => {
            set(photos.filter((_, at) => at !== open));
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      )}
    </Row>
  );
}

const KINDS: [PhotoMark['kind'], string][] = [
  ['arrow', 'Arrow'],
  ['ring', 'Ring'],
  ['text', 'Word'],
];
/** A word in a picture is short. */
const LONGEST_WORD = 80;
/** A drag shorter than this share of the picture is a tap. */
const TAP = 0.02;

/** One picture, large: drag an arrow to what is meant, or a ring around it; a word goes where it is tapped. */
function MarkSheet({
  photo,
  onChange,
  onRemove,
  onClose,
}: {
  photo: Marked;
  onChange: (marks: PhotoMark[]) => void;
  onRemove: () => void;
  onClose: () => void;
}) {
  const [kind, setKind] = useState<PhotoMark['kind']>('arrow');
  const [word, setWord] = useState('');
  const [drawn, setDrawn] = useState<PhotoMark | null>(null);
  const from = useRef<Point | null>(null);
  const at = (event: PointerEvent): Point => {
    const box = event.currentTarget.querySelector('img')!.getBoundingClientRect();
    const share = (value: number) => Math.round(Math.max(0, Math.min(1, value)) * 1000) / 1000;
    return [share((event.clientX - box.left) / box.width), share((event.clientY - box.top) / box.height)];
  };
  const markTo = (to: Point): PhotoMark | null => {
    const start = from.current;
    if (!start) return null;
    const text = word.trim() ? { text: word.trim().slice(0, LONGEST_WORD) } : {};
    if (kind === 'text') return word.trim() ? { kind, at: to, ...text } : null;
    const isTap = Math.hypot(to[0] - start[0], to[1] - start[1]) < TAP;
    if (kind === 'ring') return { kind, at: start, ...(isTap ? {} : { to }), ...text };
    return isTap ? null : { kind, at: start, to, ...text };
  };
  return (
    <Modal show onHide={onClose} size="xl" centered aria-labelledby="marks-title">
      <Modal.Header closeButton>
        <Modal.Title id="marks-title">Mark the photo</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <div className="d-flex gap-2 mb-2">
          <div className="chips" role="group" aria-label="Mark with">
            {KINDS.map(([code, words]) => (
              <button key={code} type="button" aria-pressed={kind === code} onClick={() => setKind(code)}>
                {words}
              </button>
            ))}
          </div>
          <input
            className="form-control"
            aria-label="Word in the photo"
            placeholder={kind === 'text' ? 'the word, then tap where it goes' : 'a word with it, if it needs one'}
            maxLength={LONGEST_WORD}
            value={word}
            onChange={(event) => setWord(event.target.value)}
          />
          <Button
            variant="outline-dark"
            disabled={!photo.marks.length}
            onClick={() => onChange(photo.marks.slice(0, -1))}
          >
            Undo mark
          </Button>
        </div>
        <div
          className="photo-marks-edit"
          data-testid="photo-marks"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            from.current = at(event);
          }}
          onPointerMove={(event) => from.current && setDrawn(markTo(at(event)))}
          onPointerUp={(event) => {
            const mark = markTo(at(event));
            from.current = null;
            setDrawn(null);
            if (mark) onChange([...photo.marks, mark]);
          }}
        >
          <MarkedPhoto
            photo={{ ...photo, marks: drawn ? [...photo.marks, drawn] : photo.marks }}
            alt="The photo to mark"
            size="picture"
          />
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-danger" onClick={onRemove}>
          Remove the photo
        </Button>
        <Button onClick={onClose}>Done</Button>
      </Modal.Footer>
    </Modal>
  );
}
