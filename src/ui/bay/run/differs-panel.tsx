'use client';
import { useState } from 'react';
import { countOf, itemWords, itemKey } from '@/core/document';
import { capital } from '@/core/trade';
import { stepKey } from '@/core/planning';
import { type AsFoundChange, isDone, otherId } from '@/core/bay';
import { v4 as uuid } from 'uuid';
import { Chips, Stepper } from '../../design';
import { SheetFoot } from './foot';
import { DriveChips, takesDrive, USUAL_KINDS } from './hardware-choice';
import type { Bay } from './bay';

type Way = 'missing' | 'drive' | 'kind' | 'state';
const STATES = ['torn', 'cracked before', 'glued down', 'painted over', 'worked on before', 'wet behind'] as const;

/** What this vehicle has instead of what the procedure says: kept for this vehicle, and told to the procedure if wished. */
export function DiffersPanel({ bay }: { bay: Bay }) {
  const {
    handle: { graph, record },
    now,
  } = bay;
  const { procedure, item } = bay.differing ?? {
    procedure: now?.procedure ?? '',
    item: now?.actions[0].step.item ?? '',
  };
  const index = graph.indexes.get(procedure);
  const fastener = index?.fasteners.get(item);
  const [way, setWay] = useState<Way | null>(fastener ? null : 'state');
  const [missing, setMissing] = useState(1);
  const [drive, setDrive] = useState<string | null>(null);
  const [kind, setKind] = useState<string | null>(null);
  const [state, setState] = useState<string | null>(null);
  const all = fastener ? countOf(fastener) : 1;
  const [pieces, setPieces] = useState(all);
  if (!index) return null;
  const name = itemWords(index, item, graph.catalogue);
  const found = describe(way, { missing, drive, kind, state, name, pieces, all });
  const keep = (tell: boolean) => {
    const key = itemKey({ procedure, item });
    const id = uuid();
    const isOut = isDone(bay.handle.state, 'release', { procedure, item });
    record(
      { id, type: 'asFound', item: key, ...found! },
      // What is out already is out with the pieces that turned out to be others.
      ...(isOut && found!.change?.pieces
        ? [{ type: 'done' as const, action: stepKey({ type: 'release', procedure, item: otherId(id) }) }]
        : []),
      ...(tell ? [{ type: 'finding' as const, item: key, text: found!.difference }] : []),
    );
    bay.show('step');
  };
  return (
    <section className="run-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <span className="label">Differs on this vehicle</span>
        <h1 className="verb small">{capital(name)}</h1>
        <p className="where">Something else? Tap it on the map.</p>
        {fastener && (
          <Chips
            label="What is different"
            value={way}
            onPick={setWay}
            options={[
              ['missing', 'Missing'],
              ['drive', 'Another drive'],
              ['kind', 'Another kind'],
              ['state', 'Its state'],
            ]}
          />
        )}
        {way === 'missing' && fastener && (
          <Stepper
            label={(value) => `${value} of ${countOf(fastener)} missing`}
            min={1}
            max={countOf(fastener)}
            value={missing}
            onChange={setMissing}
          />
        )}
        {way === 'kind' && <Chips label="In its place" value={kind} options={USUAL_KINDS} onPick={setKind} />}
        {(way === 'drive' || (way === 'kind' && kind && takesDrive(kind))) && (
          <DriveChips value={drive} onPick={setDrive} />
        )}
        {(way === 'kind' || way === 'drive') && all > 1 && (
          <Stepper
            label={(value) => (value === all ? `all ${all} of them` : `${value} of ${all}`)}
            min={1}
            max={all}
            value={pieces}
            onChange={setPieces}
          />
        )}
        {way === 'state' && <Chips label="It is" value={state} options={STATES} onPick={setState} />}
        <button type="button" className="check-line mt-2" onClick={() => bay.show('extra')}>
          <span className="box" aria-hidden="true">
            +
          </span>
          There is a fastener that the procedure does not have
        </button>
      </div>
      <button type="button" className="done-bar" disabled={!found} onClick={() => keep(false)}>
        {found ? `To note: ${found.difference}` : 'Choose what differs'}
      </button>
      <button type="button" className="second-bar" disabled={!found} onClick={() => keep(true)}>
        Note it and report as a finding
      </button>
      <SheetFoot bay={bay} />
    </section>
  );
}

function describe(
  way: Way | null,
  {
    missing,
    drive,
    kind,
    state,
    name,
    pieces,
    all,
  }: {
    missing: number;
    drive: string | null;
    kind: string | null;
    state: string | null;
    name: string;
    pieces: number;
    all: number;
  },
): { difference: string; change?: AsFoundChange } | null {
  const some = pieces < all ? { pieces } : {};
  const of = pieces < all ? `${pieces} of ${all} ${name}` : name;
  switch (way) {
    case 'missing':
      return { difference: `${missing} ${name} missing`, change: { missing } };
    case 'drive':
      return drive ? { difference: `${of}: ${drive} here`, change: { drive, ...some } } : null;
    case 'kind': {
      if (!kind || (takesDrive(kind) && !drive)) return null;
      const words = USUAL_KINDS.find(([code]) => code === kind)![1];
      return {
        difference: `${words}${drive && takesDrive(kind) ? ` ${drive}` : ''} instead of ${of}`,
        change: { kind, ...(drive && takesDrive(kind) ? { drive } : {}), ...some },
      };
    }
    case 'state':
      return state ? { difference: `${name}: ${state}` } : null;
    default:
      return null;
  }
}
