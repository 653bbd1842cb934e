'use client';
import { stepKey } from '@/core/planning';
import { useMemo, useState } from 'react';
import { itemWords, itemKey, readItemKey } from '@/core/document';
import { capital } from '@/core/trade';
import { type Suspect, isDone } from '@/core/bay';
import { Chips } from '../../design';
import { SheetFoot } from './foot';
import type { Bay } from './bay';
import { shownSuspects } from './shown-suspects';

/** Where a part that will not move may still be held: the likely causes with reason and place; the answer is kept for the next one. */
export function StuckPanel({ bay }: { bay: Bay }) {
  const {
    handle: { graph, plan, record },
    now,
    point,
    suspects,
  } = bay;
  const procedure = now?.procedure ?? plan.documents[0].id;
  const index = graph.indexes.get(procedure)!;
  const parts = useMemo(() => partsInQuestion(bay, procedure), [bay, procedure]);
  const part = bay.stuckPart ?? now?.part ?? parts[0] ?? '';
  const [found, setFound] = useState<Suspect | null>(null);
  const item = itemKey({ procedure, item: part });
  const confirm = (suspect: Suspect) => {
    if (suspect.cause === 'unrecorded') return bay.show('extra');
    record({
      type: 'stuck',
      item,
      cause: suspect.cause,
      words: suspect.words,
      ...(point ? { point } : {}),
      ...(suspect.culprit ? { culprit: suspect.culprit } : {}),
    });
    setFound(suspect);
  };
  if (found) return <Found bay={bay} item={item} part={itemWords(index, part)} suspect={found} />;
  return (
    <section className="run-panel stuck-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <h1 className="verb small">Stop pulling. What still holds the {itemWords(index, part)}?</h1>
        <p className="where">
          {point
            ? 'Most likely near the place you tapped:'
            : 'Tap the drawing where it stays tight: what still holds it is nearly always close by. Until then, most likely:'}
        </p>
        {parts.length > 1 && (
          <Chips
            label="Part"
            value={part}
            options={parts.map((id): [string, string] => [id, itemWords(index, id)])}
            onPick={bay.setStuckPart}
          />
        )}
        <ol className="suspects">
          {shownSuspects(suspects).map((suspect, n) => (
            <li key={`${suspect.culprit} ${suspect.words}`}>
              <button type="button" onClick={() => confirm(suspect)}>
                <span className="what">
                  <b>{n + 1}</b> {suspect.words}
                </span>
                <span className="share" aria-label={`${Math.round(suspect.share * 100)} in 100`}>
                  <i style={{ width: `${Math.max(4, suspect.share * 100)}%` }} />
                </span>
                <span className="reason">{capital(suspect.reason)}</span>
                <span className="it-was">This was it</span>
              </button>
            </li>
          ))}
        </ol>
      </div>
      <SheetFoot bay={bay} />
    </section>
  );
}

/** Parts that are on still and may be what resists: the step's own, and those whose fasteners are all out. */
function partsInQuestion(bay: Bay, procedure: string): string[] {
  const { graph, state } = bay.handle;
  const own = bay.now?.part;
  const index = graph.indexes.get(procedure)!;
  const presence = graph.presence.get(procedure)!.of;
  const open = [...index.parts.keys()].filter(
    (id) =>
      presence.get(id) !== 'absent' &&
      !isDone(state, 'takeOff', { procedure, item: id }) &&
      bay.handle.view.removal.some(
        (step) =>
          step.state !== 'waiting' &&
          step.actions.some(({ key }) => key === stepKey({ type: 'free', procedure, item: id })),
      ),
  );
  return [...new Set([...(own ? [own] : []), ...open])].slice(0, 5);
}

function Found({ bay, item, part, suspect }: { bay: Bay; item: string; part: string; suspect: Suspect }) {
  const { record, view } = bay.handle;
  const [told, setTold] = useState(false);
  const step =
    suspect.culprit && view.removal.find(({ actions }) => actions.some((one) => itemKey(one.step) === suspect.culprit));
  const tell = () => {
    record({
      type: 'finding',
      item,
      text: `${capital(part)} would not move: ${suspect.words}. ${capital(suspect.reason)}.`,
    });
    setTold(true);
  };
  const differs = () => {
    bay.setDiffering(readItemKey(suspect.culprit!));
    bay.show('differs');
  };
  const go = () => {
    if (step && step.state === 'open') bay.choose(step.key);
    bay.show('step');
  };
  return (
    <section className="run-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <span className="label">Noted for this vehicle</span>
        <h1 className="verb small">{suspect.words}</h1>
        <p className="where">{capital(suspect.reason)}. Next time this ranks higher.</p>
        {suspect.culprit && suspect.isSomeOf && (
          <button type="button" className="check-line" onClick={differs}>
            <span className="box" aria-hidden="true" />
            Some of them are something else on this vehicle
          </button>
        )}
        {told ? (
          <p className="good" role="status">
            The procedure’s lead will see it as a finding.
          </p>
        ) : (
          <button type="button" className="check-line" onClick={tell}>
            <span className="box" aria-hidden="true" />
            Report as a finding
          </button>
        )}
      </div>
      <button type="button" className="done-bar" onClick={go}>
        {step && step.state === 'open' ? 'Do it now' : 'Go on'}
      </button>
      <SheetFoot bay={bay} />
    </section>
  );
}
