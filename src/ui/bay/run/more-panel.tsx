'use client';
import { itemKey } from '@/core/document';
import { useState } from 'react';
import { isOver, NOT_FITTED } from '@/core/bay';
import { useScheme } from '../../shell';
import { Chips } from '../../design';
import { SheetFoot } from './foot';
import type { Bay } from './bay';
import { RecordRun } from './record-run';
import { TooEarly } from './too-early';

const SKIP_REASONS = ['missing on arrival', 'already loose', NOT_FITTED, 'not needed for this job'] as const;
const PAUSE_REASONS = [
  'waiting for a part',
  'waiting for a decision',
  'another vehicle first',
  'end of the day',
  'break',
] as const;

/** What is needed now and then: another open step, leaving one out, a note, a break, handing over. */
export function MorePanel({ bay }: { bay: Bay }) {
  return (
    <section className="run-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <h1 className="verb small">More</h1>
        <Newer bay={bay} />
        {bay.handle.state.phase === 'remove' && <OtherSteps bay={bay} />}
        {bay.handle.state.phase === 'remove' && bay.now && bay.now.kind !== 'safe' && <Skip bay={bay} />}
        <TooEarly bay={bay} />
        <RecordRun bay={bay} />
        <NoteLine bay={bay} />
        <Chips
          label="Pause"
          value={null}
          options={PAUSE_REASONS}
          onPick={(reason) => {
            bay.handle.record({ type: 'paused', reason });
            bay.show('step');
          }}
        />
        <HandOver bay={bay} />
        <Night />
        {bay.handle.state.phase === 'remove' && (
          <button
            type="button"
            className="check-line"
            onClick={() => {
              bay.handle.record({ type: 'phase', to: 'fit' });
              bay.show('step');
            }}
          >
            Stop here and fit the new parts
          </button>
        )}
      </div>
      <SheetFoot bay={bay} />
    </section>
  );
}

/** A later revision is out: this run stays on its own, and says what is different now. */
function Newer({ bay }: { bay: Bay }) {
  if (!bay.newer?.length) return null;
  return (
    <div className="more-block">
      {bay.newer.map(({ procedure, title, inForce, sentences }) => (
        <div key={procedure} className="caution mild">
          <b>
            {title}: revision {inForce} is out. This run stays on its own; what changed:
          </b>
          <ul className="mb-0">
            {sentences.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        </div>
      ))}
    </div>
  );
}

function OtherSteps({ bay }: { bay: Bay }) {
  const { view } = bay.handle;
  const open = view.removal.filter(
    (step) => (step.state === 'open' || step.state === 'now') && step.key !== bay.now?.key,
  );
  if (open.length === 0) return null;
  return (
    <div className="more-block">
      <span className="label">Open now as well</span>
      {open.map((step) => (
        <button
          key={step.key}
          type="button"
          className="check-line"
          onClick={() => {
            bay.choose(step.key);
            bay.show('step');
          }}
        >
          {view.wordsOf(step).title}
        </button>
      ))}
    </div>
  );
}

function Skip({ bay }: { bay: Bay }) {
  const { view, record } = bay.handle;
  const now = bay.now!;
  const skip = (reason: string) => {
    record(
      ...now.actions
        .filter((one) => !isOver(one))
        .map(({ key }) => ({ type: 'skipped' as const, action: key, reason })),
    );
    bay.show('step');
  };
  return (
    <Chips
      label={`Skip “${view.wordsOf(now).title}”, because it is`}
      value={null}
      options={SKIP_REASONS}
      onPick={skip}
    />
  );
}

function NoteLine({ bay }: { bay: Bay }) {
  const [text, setText] = useState('');
  const [saved, setSaved] = useState('');
  const step = bay.now?.actions[0].step;
  const keep = () => {
    bay.handle.record({
      type: 'note',
      text: text.trim(),
      ...(step?.procedure ? { item: itemKey(step) } : {}),
    });
    setSaved(text.trim());
    setText('');
  };
  return (
    <div className="more-block">
      <label className="label" htmlFor="run-note">
        Note for the file
      </label>
      <div className="d-flex gap-2">
        <input
          id="run-note"
          className="form-control"
          maxLength={2000}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <button type="button" className="btn btn-outline-dark" disabled={!text.trim()} onClick={keep}>
          Save
        </button>
      </div>
      {saved && (
        <p className="good mb-0" role="status">
          Note saved: {saved}
        </p>
      )}
    </div>
  );
}

function HandOver({ bay }: { bay: Bay }) {
  const [note, setNote] = useState('');
  const others = bay.people.filter(({ id, active }) => active && id !== bay.handle.state.holder);
  const give = (to: string) => {
    bay.handle.record({ type: 'handedOver', to, ...(note.trim() ? { note: note.trim() } : {}) });
    bay.show('step');
  };
  return (
    <div className="more-block">
      <label className="label" htmlFor="hand-over-note">
        Note for whoever takes over
      </label>
      <input
        id="hand-over-note"
        className="form-control mb-2"
        maxLength={2000}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <Chips
        label="Hand over to"
        value={null}
        options={others.map(({ id, name }): [string, string] => [id, name])}
        onPick={give}
      />
    </div>
  );
}

function Night() {
  const [scheme, setScheme] = useScheme();
  return (
    <Chips
      label="Screen"
      value={scheme}
      options={[
        ['day', 'Light screen'],
        ['night', 'Dark screen'],
        ['auto', 'Same as tablet'],
      ]}
      onPick={setScheme}
    />
  );
}
