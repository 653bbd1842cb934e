'use client';
import Modal from 'react-bootstrap/Modal';

const KEYS: { where: string; keys: [string, string][] }[] = [
  {
    where: 'Everywhere at the desk',
    keys: [
      ['/ or Ctrl K', 'find anything'],
      ['?', 'these keys'],
      ['Esc', 'close what is open'],
    ],
  },
  {
    where: 'Lists',
    keys: [
      ['↑ ↓', 'up and down from the search box'],
      ['Enter', 'open'],
    ],
  },
  {
    where: 'Recorder',
    keys: [
      ['Ctrl Z', 'undo'],
      ['Ctrl Shift Z', 'redo'],
      ['arrow keys', 'move what is selected'],
      ['Delete', 'take it out'],
    ],
  },
  {
    where: 'Day',
    keys: [
      ['← →', 'a quarter of an hour'],
      ['↑ ↓', 'to the next line'],
    ],
  },
  {
    where: 'Run',
    keys: [
      ['Space', 'done'],
      ['Backspace', 'take back'],
      ['← →', 'another step that is open'],
    ],
  },
];

/** The keys there are, by where they work. */
export const Shortcuts = ({ onClose }: { onClose: () => void }) => (
  <Modal show onHide={onClose} aria-labelledby="shortcuts-title" centered>
    <Modal.Header closeButton>
      <Modal.Title id="shortcuts-title">Keys</Modal.Title>
    </Modal.Header>
    <Modal.Body>
      {KEYS.map(({ where, keys }) => (
        <section key={where} aria-label={where}>
          <h3 className="label mt-2">{where}</h3>
          <dl className="facts">
            {keys.map(([key, does]) => (
              <div key={key} style={{ display: 'contents' }}>
                <dt>
                  <kbd>{key}</kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Modal.Body>
  </Modal>
);
