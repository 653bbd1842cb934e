'use client';
import { useDates, SignatureField, SignaturePicture } from '../../design';
import { useState } from 'react';
import { faultsOnArrival, recordsToSign, resultWords, VEHICLE_VIEWS, type Stroke, type Walk } from '@/core/bay';
import { AlsoNoted } from './also-noted';
import { LaterRecords } from './later-records';
import { SignBlocks, useSignBlocks } from './sign-blocks';
import type { VisitHandle } from './handle';

/** What was wrong already, for the customer to read and acknowledge. */
export function SignTab({ visit }: { visit: VisitHandle }) {
  const { state } = visit;
  const faults = faultsOnArrival(state);
  const marks = state.marks.filter((mark) => mark.walk === 'arrival');
  return (
    <section className="visit-body" tabIndex={0}>
      <div className="sheet">
        <h2>Faults on arrival</h2>
        {faults.length + marks.length === 0 && (
          <p className="quiet">No faults: everything checked works, and there are no marks.</p>
        )}
        <ul className="rows">
          {faults.map((line) => (
            <li key={line.line} className="py-2">
              <b>{line.group}</b> · {line.words}: {resultWords(line.arrival!)}
            </li>
          ))}
          {marks.map((mark) => (
            <li key={mark.id} className="py-2">
              <b>{VEHICLE_VIEWS.find((one) => one.view === mark.view)!.name}</b> · {mark.kind}
              {mark.words && `: ${mark.words}`}
            </li>
          ))}
        </ul>
      </div>
      <AlsoNoted visit={visit} />
      <SignBox
        visit={visit}
        walk="arrival"
        sentence="I have seen this list: this was the vehicle’s condition on arrival."
      />
    </section>
  );
}

/** The signature of a walk: given, or asked for. */
export function SignBox({ visit, walk, sentence }: { visit: VisitHandle; walk: Walk; sentence: string }) {
  const dates = useDates();
  const { state, record, start } = visit;
  const given = state.signatures[walk];
  const [again, setAgain] = useState(false);
  const [name, setName] = useState(start.job.customer);
  const [strokes, setStrokes] = useState<Stroke[]>([]);
  const open = useSignBlocks(visit, walk);
  const covers =
    [...state.lines.values()].filter((line) => line[walk]).length +
    state.marks.filter((mark) => mark.walk === walk).length;
  const sign = () => {
    record({ type: 'signed', walk, name: name.trim(), strokes, covers, records: recordsToSign(state, walk) });
    setAgain(false);
    setStrokes([]);
  };
  if (given && !again) {
    return (
      <div className="sheet">
        <h2>Signed by {given.name}</h2>
        <SignaturePicture strokes={given.strokes} />
        <p className="quiet">
          {dates.moment(given.at)}, over {given.covers} records, in front of {start.names[given.person] ?? given.person}
        </p>
        {given.later > 0 && (
          <p className="trouble">
            {given.later} {given.later === 1 ? 'record was' : 'records were'} made after it and{' '}
            {given.later === 1 ? 'is' : 'are'} not covered. Sign again to cover {given.later === 1 ? 'it' : 'them'}.
          </p>
        )}
        <LaterRecords visit={visit} walk={walk} />
        {!state.closed && (
          <button type="button" className="btn btn-outline-dark" onClick={() => setAgain(true)}>
            Sign again
          </button>
        )}
      </div>
    );
  }
  return (
    <div className="sheet">
      <h2>Signature</h2>
      <SignBlocks blocks={open} visit={visit} />
      <p>{sentence}</p>
      <label className="label" htmlFor={`signer-${walk}`}>
        Name
      </label>
      <input
        id={`signer-${walk}`}
        className="form-control mb-2"
        maxLength={120}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <SignatureField onChange={setStrokes} />
      <button
        type="button"
        className="done-bar"
        disabled={!name.trim() || strokes.length === 0 || open.length > 0}
        onClick={sign}
      >
        I have seen it
      </button>
    </div>
  );
}
