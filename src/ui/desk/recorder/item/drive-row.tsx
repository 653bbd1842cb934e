'use client';
import { useId, useState } from 'react';
import { parseDrive } from '@/core/trade';
import { suggestDrives, type ProcedureDocument } from '@/core/document';
import { Row } from './fields';

const plateOf = (code: string) => parseDrive(code)?.plate ?? code;
/** Sizes at hand without typing. */
const AT_HAND = 6;

/** The drive: the sizes this procedure has already at hand, every other by typing a few letters of it. */
export function DriveRow({
  document,
  drive,
  onChange,
}: {
  document: ProcedureDocument;
  drive: string | undefined;
  onChange: (drive: string | undefined) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const used = [
    ...new Set(document.fasteners.flatMap((one) => (one.drive ? [parseDrive(one.drive)?.code ?? one.drive] : []))),
  ];
  const code = drive && (parseDrive(drive)?.code ?? drive);
  const offered = typed
    ? suggestDrives(typed, AT_HAND)
    : [...new Set([...(code ? [code] : []), ...used, ...suggestDrives('')])].slice(0, AT_HAND);
  const take = (next: string) => {
    onChange(next);
    setTyped('');
  };
  return (
    <Row label="Drive" htmlFor={id}>
      <div className="chips" role="group" aria-label="Drive">
        {offered.map((one) => (
          <button key={one} type="button" aria-pressed={one === code} onClick={() => take(one)}>
            <span className="plate">{plateOf(one)}</span>
          </button>
        ))}
      </div>
      <input
        id={id}
        className="form-control"
        placeholder="type any: T27, 9/32, 5 key"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && offered[0] && typed) take(offered[0]);
        }}
      />
      {typed && offered.length === 0 && (
        <p className="trouble field-trouble" role="alert">
          No drive is called “{typed}”. Write it as T20, PH2, 7 mm, 9/32 or 5 key.
        </p>
      )}
      {!code && !typed && <p className="quiet field-trouble">Not known yet: the plan can’t name its tool.</p>}
    </Row>
  );
}
