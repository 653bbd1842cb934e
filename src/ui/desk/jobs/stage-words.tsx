import { spanWords, workWords } from '@/core/shop';
import type { RunStanding } from '@/contracts/views';

const STAGES: Record<RunStanding['stage'], [words: string, look: string]> = {
  'not-started': ['Not started', ''],
  'taking-apart': ['Taking apart', 'now'],
  fitting: ['Fitting the new parts', 'now'],
  'putting-back': ['Putting back', 'now'],
  'to-close': ['All back: check the tray, then finish', 'now'],
  paused: ['Paused', 'halted'],
  finished: ['Finished, all accounted for', 'done'],
};

/** Where a run stands in plain words, with its share of steps. */
export function StageWords({ run }: { run: RunStanding }) {
  const [words, look] = STAGES[run.stage];
  const isCounted = run.stage === 'taking-apart' || run.stage === 'putting-back';
  const isAllApart = run.stage === 'taking-apart' && run.done === run.of;
  const counted = isCounted && !isAllApart ? `, ${run.done} of ${run.of}` : '';
  return (
    <>
      {run.unverified && <span className="not-verified d-inline me-2">not verified</span>}
      <span className={`stage ${look}`}>
        {isAllApart ? 'All apart' : words}
        {counted}
      </span>
    </>
  );
}

/** How long it takes still: likely, and safe (four in five are done by then). */
export function TimeLeft({ run }: { run: RunStanding }) {
  if (run.stage === 'finished' || run.stage === 'to-close') return null;
  return (
    <span className="time-left">
      {workWords(run.likelySeconds, run.waitSeconds)} <span className="quiet">safe {spanWords(run.safeSeconds)}</span>
    </span>
  );
}
