'use client';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import {
  completeLine,
  printItem,
  readNotes,
  itemsOf,
  type Edit,
  type Item,
  type ProcedureDocument,
} from '@/core/document';

/** An edit leaves what it does not touch the same object: only the few it made anew are looked into. */
const isOther = (was: Item | undefined, item: Item) => was !== item && JSON.stringify(was) !== JSON.stringify(item);

/** What a page of notes would add, said back line by line. */
function useRead(document: ProcedureDocument, text: string) {
  return useMemo(() => {
    if (!text.trim()) return null;
    const { procedure, unread, lines } = readNotes(text, document);
    const known = new Map(itemsOf(document).map((item) => [item.id, item]));
    const told = itemsOf(procedure)
      .filter((item) => isOther(known.get(item.id), item))
      .map((item) => ({ id: item.id, words: printItem(procedure, item.id) ?? item.id, isNew: !known.has(item.id) }));
    const words = new Map(told.map((one) => [one.id, one]));
    // An item stands with the line that told of it first.
    const said = new Set<string>();
    const byLine = lines.map(({ line, text: written, items }) => {
      const own = [...new Set(items)].filter((id) => !said.has(id));
      own.forEach((id) => said.add(id));
      return {
        line,
        written,
        made: own.flatMap((id) => words.get(id) ?? []),
        open: unread.filter((one) => one.line === line).map((one) => one.text),
      };
    });
    return { procedure, unread, told, byLine };
  }, [document, text]);
}

/** One line of shorthand makes an item; what it says is shown before it is taken over. A pasted page opens a sheet of its own. */
export function LineInput({
  document,
  onEdit,
  onDone,
}: {
  document: ProcedureDocument;
  onEdit: (edit: Edit) => void;
  onDone: (id: string | null) => void;
}) {
  const [text, setText] = useState('');
  const [page, setPage] = useState<string | null>(null);
  const read = useRead(document, text);
  const more = completeLine(document, text);
  const take = () => {
    if (!read || read.told.length === 0) return;
    onEdit({ type: 'take', document: read.procedure });
    onDone(read.told.at(-1)!.id);
    setText('');
  };
  return (
    <div className="line-input">
      <input
        className="form-control"
        aria-label="Type a line"
        placeholder="Or type it: 2 T20 hold card behind pull-cup cap, 25 mm self-tapping"
        value={text}
        // A completed word brings its space; a comma or colon behind it takes that back.
        onChange={(event) => setText(event.target.value.replace(/ ([,:;])/g, '$1'))}
        onPaste={(event) => {
          const pasted = event.clipboardData.getData('text');
          if (!pasted.trim().includes('\n')) return;
          event.preventDefault();
          setPage(pasted);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          if (event.key === 'Escape') setText('');
          if (event.key === 'Tab' && more && !event.shiftKey) {
            event.preventDefault();
            setText(`${text}${more} `);
          }
        }}
      />
      <Button variant="outline-dark" onClick={() => setPage('')}>
        Paste notes
      </Button>
      {read && (
        <p className="line-read" role="status">
          {more && (
            <span className="quiet">
              <kbd>Tab</kbd> {text}
              <b>{more}</b>
            </span>
          )}
          {read.told.map(({ id, words, isNew }) => (
            <span key={id}>
              <b>{isNew ? '+' : '~'}</b> {words}
            </span>
          ))}
          {read.unread.map(({ line, text: open }) => (
            <span key={`${line} ${open}`} className="trouble">
              Not understood{read.told.length > 0 ? ', kept as a note' : ''}: {open}
            </span>
          ))}
        </p>
      )}
      {page !== null && (
        <NotesSheet document={document} first={page} onEdit={onEdit} onDone={onDone} onClose={() => setPage(null)} />
      )}
    </div>
  );
}

/** A page of jotted notes, read line by line before anything is taken over. */
function NotesSheet({
  document,
  first,
  onEdit,
  onDone,
  onClose,
}: {
  document: ProcedureDocument;
  first: string;
  onEdit: (edit: Edit) => void;
  onDone: (id: string | null) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState(first);
  const read = useRead(document, text);
  /** A line that is put otherwise is read anew, with the page. */
  const putLine = (line: number, written: string) => {
    const lines = text.split(/\r\n|\r|\n/);
    if (lines[line - 1] === written) return;
    lines[line - 1] = written;
    setText(lines.join('\n'));
  };
  const take = () => {
    if (!read) return;
    onEdit({ type: 'take', document: read.procedure });
    onDone(read.told.at(-1)?.id ?? null);
    onClose();
  };
  return (
    <Modal show onHide={onClose} size="xl" centered scrollable aria-labelledby="notes-title">
      <Modal.Header closeButton>
        <Modal.Title id="notes-title">Paste notes</Modal.Title>
      </Modal.Header>
      <Modal.Body className="notes-sheet">
        <div>
          <label className="label" htmlFor="notes">
            One line, one thing
          </label>
          <textarea
            id="notes"
            className="form-control"
            rows={16}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <p className="quiet mt-2 mb-0">
            Clauses in any order: how many, size, what it is, <i>hold</i> what, <i>behind</i> what, length, depth.{' '}
            <a href="/shorthand" target="_blank">
              Everything that is understood
            </a>
          </p>
        </div>
        <div aria-live="polite">
          <h3 className="label">Read as, line by line</h3>
          <ol className="notes-read" tabIndex={0}>
            {read?.byLine.map(({ line, written, made, open }) => (
              <li key={`${line} ${written}`}>
                <input
                  className="form-control form-control-sm"
                  aria-label={`Line ${line}`}
                  defaultValue={written}
                  onBlur={(event) => putLine(line, event.target.value)}
                  onKeyDown={(event) => {
                    if (event.key === 'Enter') event.currentTarget.blur();
                  }}
                />
                {made.map(({ id, words, isNew }) => (
                  <span key={id}>
                    <b>{isNew ? '+' : '~'}</b> {words}
                  </span>
                ))}
                {open.map((text) => (
                  <span key={text} className="trouble">
                    Line {line}: {text}
                  </span>
                ))}
              </li>
            ))}
          </ol>
          {read && read.unread.length > 0 && (
            <p className="quiet mb-0">
              {read.unread.length} not understood, kept as {read.unread.length === 1 ? 'a note' : 'notes'}.
            </p>
          )}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={!read || read.told.length === 0} onClick={take}>
          Add {read?.told.filter(({ isNew }) => isNew).length ?? 0} items
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
