'use client';
import { stepKey } from '@/core/planning';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { itemWords, itemKey } from '@/core/document';
import { extraId } from '@/core/bay';
import { Chips, Stepper } from '../../design';
import { SheetFoot } from './foot';
import { DriveChips, takesDrive, USUAL_KINDS } from './hardware-choice';
import type { Bay } from './bay';

/** A fastener that no procedure names: it comes out, waits, goes back and is accounted for like any other. */
export function ExtraPanel({ bay }: { bay: Bay }) {
  const {
    handle: { graph, plan, record },
    now,
    point,
  } = bay;
  const procedure = now?.procedure ?? plan.documents[0].id;
  const index = graph.indexes.get(procedure)!;
  const holds = now?.part ?? [...index.parts.keys()][0];
  const [kind, setKind] = useState<string | null>('screw');
  const [drive, setDrive] = useState<string | null>(null);
  const [count, setCount] = useState(1);
  const ready = kind !== null && (!takesDrive(kind) || drive !== null);
  const keep = () => {
    const id = uuid();
    const turned = takesDrive(kind!);
    const words = `${count} × ${turned ? `${drive} ` : ''}${USUAL_KINDS.find(([code]) => code === kind)![1]} that is not recorded, holding the ${itemWords(index, holds)}`;
    record(
      {
        id,
        type: 'extra',
        procedure,
        holds,
        kind: kind!,
        count,
        ...(turned ? { drive: drive! } : {}),
        ...(point ? { point } : {}),
      },
      {
        type: 'stuck',
        item: itemKey({ procedure, item: holds }),
        cause: 'unrecorded',
        words,
        ...(point ? { point } : {}),
      },
      { type: 'done', action: stepKey({ type: 'release', procedure, item: extraId(id) }) },
      { type: 'finding', item: itemKey({ procedure, item: holds }), text: `Found ${words}.` },
    );
    bay.show('step');
  };
  return (
    <section className="run-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <span className="label">Not in the procedure</span>
        <h1 className="verb small">A fastener in the {itemWords(index, holds)}</h1>
        <p className="where">{point ? 'It sits where you tapped.' : 'Tap the map where it sits.'}</p>
        <Chips label="What it is" value={kind} options={USUAL_KINDS} onPick={setKind} />
        {kind && takesDrive(kind) && <DriveChips value={drive} onPick={setDrive} />}
        <Stepper
          label={(value) => (value === 1 ? '1 of them' : `${value} of them`)}
          min={1}
          max={20}
          value={count}
          onChange={setCount}
        />
        <p className="quiet mt-2">It becomes a finding for the procedure, and the ledger waits for it to go back.</p>
      </div>
      <button type="button" className="done-bar" disabled={!ready} onClick={keep}>
        {count === 1 ? 'It is out' : `All ${count} are out`}
      </button>
      <SheetFoot bay={bay} />
    </section>
  );
}
