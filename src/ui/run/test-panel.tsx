'use client';
import { useState } from 'react';
import type { RefitStep } from '@/core/plan';
import { hasFailedTest, testResult, type TestResult } from '@/core/run';
import { send, troubleWords } from '../kit/http';
import { Trouble } from '../kit/trouble';
import { RunFoot } from './foot';
import { GateHead } from './gate-head';
import type { Bay } from './bay';

const RESULTS: [TestResult, string][] = [['pass', 'Works'], ['fail', 'Fails'], ['was-already-so', 'Already so']];

/** The test sheet before something closes: every function answered. A failed one keeps the gate shut until it is mended or a lead decides. */
export function TestPanel({ bay, step }: { bay: Bay; step: RefitStep }) {
  const { plan, state, record } = bay.handle;
  const resultOf = (text: string) => testResult(state, step.key, text);
  const failed = hasFailedTest(state, step.key);
  const all = step.checks.every((check) => resultOf(check.text));
  const document = plan.documents.find((one) => one.id === step.procedure);
  const faults = bay.faults.filter(({ line }) => !document || line.startsWith(`${document.zone}.${document.side}/`) || line.startsWith('vehicle/'));
  const others = step.checks.filter((check) => !resultOf(check.text));
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <GateHead bay={bay} step={step} />
        {faults.length > 0 && <p className="caution mild">Noted at check-in: {faults.map((fault) => `${fault.words}: ${fault.arrival?.result === 'fails' ? 'does not work' : fault.arrival?.condition ?? 'now and then'}`).join('; ')}</p>}
        {step.checks.map((check) => (
          <div key={check.text} className="test-line" role="group" aria-label={check.text}>
            <span>{check.text}</span>
            <span className="answers">
              {RESULTS.map(([result, words]) => (
                <button key={result} type="button" aria-pressed={resultOf(check.text) === result} className={result} disabled={result === 'was-already-so' && faults.length === 0}
                  title={result === 'was-already-so' && faults.length === 0 ? 'Nothing was noted here at check-in' : undefined} onClick={() => record({ type: 'test', gate: step.key, check: check.text, result })}>{words}</button>
              ))}
            </span>
          </div>
        ))}
        {failed && <LeadDecides bay={bay} step={step} />}
      </div>
      {others.length > 1 && others.length === step.checks.length && (
        <button type="button" className="second-bar" onClick={() => record(...others.map((check) => ({ type: 'test' as const, gate: step.key, check: check.text, result: 'pass' as const })))}>All {others.length} work</button>
      )}
      <button type="button" className="done-bar" disabled={!all || failed} onClick={() => record({ type: 'gatePassed', gate: step.key })}>
        {failed ? 'Shut: a test failed' : all ? 'Tested: close it' : `${others.length} to test`}
      </button>
      <RunFoot bay={bay} />
    </section>
  );
}

/** A lead's word, given with the PIN at this tablet, opens the gate all the same. A lead who is signed in decides directly. */
function LeadDecides({ bay, step }: { bay: Bay; step: RefitStep }) {
  const leads = bay.people.filter(({ active, mayOverride }) => active && mayOverride);
  const isLead = leads.some(({ id }) => id === bay.me);
  const [lead, setLead] = useState(leads[0]?.id ?? '');
  const [pin, setPin] = useState('');
  const [reason, setReason] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const decide = async () => {
    if (isLead) return bay.handle.record({ type: 'overridden', gate: step.key, reason: reason.trim() });
    setTrouble(await send('POST', `/api/runs/${bay.run.id}/override`, { lead, pin, gate: step.key, reason: reason.trim() }).then(() => null, troubleWords));
    setPin('');
  };
  return (
    <div className="short-line" role="group" aria-label="A lead decides">
      <strong>Mend it and test again, or a lead decides.</strong>
      <div className="lead-form">
        <input className="form-control" aria-label="Why go on all the same" placeholder="Why go on all the same" maxLength={500} value={reason} onChange={(event) => setReason(event.target.value)} />
        {!isLead && <select className="form-select" aria-label="Lead" value={lead} onChange={(event) => setLead(event.target.value)}>{leads.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}</select>}
        {!isLead && <input className="form-control" type="password" inputMode="numeric" autoComplete="off" aria-label="PIN of the lead" placeholder="PIN" maxLength={8} value={pin} onChange={(event) => setPin(event.target.value)} />}
        <button type="button" className="btn btn-outline-dark" disabled={reason.trim().length < 3 || (!isLead && pin.length < 4)} onClick={decide}>Open the gate</button>
      </div>
      <Trouble text={trouble} />
    </div>
  );
}
