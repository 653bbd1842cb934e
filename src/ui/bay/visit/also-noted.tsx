'use client';
import { Photo, PhotoButton } from '../log';
import type { VisitHandle } from './handle';

/** What belongs to no line and no mark: the customer's own words, the mileage, a picture of the dash. */
export function AlsoNoted({ visit: { state, record, start, drafts, changeDrafts } }: { visit: VisitHandle }) {
  const text = drafts.note;
  const setText = (note: string) => changeDrafts({ note });
  const keep = () => {
    record({ type: 'note', text: text.trim() });
    setText('');
  };
  const takeBack = (id: string) => record({ type: 'retracted', event: id });
  // What was signed is not taken back.
  const isOpen = ({ later }: { later?: true }) => !state.closed && (state.signed.length === 0 || !!later);
  return (
    <div className="sheet" role="group" aria-label="Also noted">
      <h2>Also noted</h2>
      <ul className="rows also-noted">
        {state.notes.map((note) => (
          <li key={note.id}>
            <span>{note.text}</span>
            {isOpen(note) && <TakeBack onTap={() => takeBack(note.id)} what={note.text} />}
          </li>
        ))}
        {state.photos.map((photo, n) => (
          <li key={photo.id}>
            <Photo id={photo.photo} alt={photo.words ?? `Photo ${n + 1}`} />
            {isOpen(photo) && <TakeBack onTap={() => takeBack(photo.id)} what={`photo ${n + 1}`} />}
          </li>
        ))}
      </ul>
      <form
        className="note-form"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <input
          className="form-control"
          aria-label="Note"
          placeholder="What the customer says; the mileage; what was seen"
          maxLength={2000}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <button type="submit" className="btn btn-outline-dark" disabled={!text.trim()}>
          Save
        </button>
        <PhotoButton
          job={start.job.number}
          className="btn btn-outline-dark"
          label="Photo"
          onTaken={(photo) => record({ type: 'photo', photo })}
        />
      </form>
    </div>
  );
}

const TakeBack = ({ onTap, what }: { onTap: () => void; what: string }) => (
  <button type="button" className="btn btn-sm btn-outline-dark" aria-label={`Take back: ${what}`} onClick={onTap}>
    Take back
  </button>
);
