'use client';
import { useState } from 'react';
import { send, troubleWords } from '../../../device/http';
import { inRound } from '@/core/planning';
import { Chips, Trouble } from '../../design';
import type { Bay } from './bay';

/** A lead's word, given with the PIN at this tablet, opens a gate in spite of what stands against it, or lets count what was recorded too early. Needs the network: the server checks the PIN and writes the word down. */
export function LeadDecides({
  bay,
  about,
  title,
  words = 'Open the gate',
  reasons = [],
  onDecided,
}: {
  bay: Bay;
  /** The gate to open, the event that counts all the same, or the check-in that is skipped. */
  about: { gate: string } | { event: string } | { checkIn: number };
  onDecided?: () => void;
  title: string;
  words?: string;
  reasons?: readonly string[];
}) {
  const leads = bay.people.filter(({ active, mayOverride }) => active && mayOverride);
  const [lead, setLead] = useState(leads.find(({ id }) => id === bay.me)?.id ?? leads[0]?.id ?? '');
  const [pin, setPin] = useState('');
  const [reason, setReason] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const decide = async () => {
    const word = { lead, pin, reason: reason.trim() };
    const [address, body] =
      'checkIn' in about
        ? [`/api/jobs/${about.checkIn}/skip-check-in`, word]
        : [
            `/api/runs/${bay.run.id}/override`,
            { ...word, ...('gate' in about ? { gate: inRound(about.gate, bay.handle.state.round) } : about) },
          ];
    const said = await send('POST', address, body).then(() => null, troubleWords);
    setTrouble(said);
    if (said === null) onDecided?.();
    setPin('');
  };
  return (
    <div className="short-line" role="group" aria-label="A lead decides">
      <strong>{title}</strong>
      {reasons.length > 0 && (
        <Chips label="Why go on all the same?" value={reason} options={reasons} onPick={setReason} />
      )}
      <div className="lead-form">
        <input
          className="form-control"
          aria-label="Why go on all the same"
          placeholder="Why go on all the same"
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
        <select
          className="form-select"
          aria-label="Lead"
          value={lead}
          onChange={(event) => setLead(event.target.value)}
        >
          {leads.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <input
          className="form-control"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          aria-label="PIN of the lead"
          placeholder="PIN"
          maxLength={8}
          value={pin}
          onChange={(event) => setPin(event.target.value)}
        />
        <button
          type="button"
          className="btn btn-outline-dark"
          disabled={reason.trim().length < 3 || pin.length < 4}
          onClick={decide}
        >
          {words}
        </button>
      </div>
      <Trouble text={trouble} />
    </div>
  );
}
