'use client';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { RunStart } from '@/contracts/views';
import { answersEachLine } from '@/core/planning';
import { itemKey, type Point, type ItemRef } from '@/core/document';
import {
  currentSteps,
  doorTaken,
  type Fallen,
  fallenInside,
  isSearchDue,
  peopleOnDoors,
  type RunStep,
  type Suspect,
} from '@/core/bay';
import { deviceName } from '@/device';
import { CatalogueProvider, useWakeLock } from '../../design';
import { ReadGuard } from '../log';
import type { Bay, Sheet } from './bay';
import {
  AskPanel,
  ClosePanel,
  DiffersPanel,
  ExtraPanel,
  FallenPanel,
  FitPanel,
  GatePanel,
  MorePanel,
  StuckPanel,
  TestPanel,
  loadWontMove,
  useLatePanels,
} from './late-panels';
import { PausedPanel } from './paused-panel';
import { RunHead } from './run-head';
import { RunMap } from './run-map';
import { StartPanel } from './start-panel';
import { StepPanel } from './step-panel';
import { useRun, type RunHandle } from './use-run';

const NONE: never[] = [];

/** The bay screen: one action at a time, from the first screw to the balanced ledger. */
export function Run({ start, me }: { start: RunStart; me: string }) {
  const handle = useRun(start.run.id, start.run.plan, start.events, start.position, me);
  const [chosen, choose] = useState<string | null>(null);
  const [zone, keepTo] = useKeptZone(start.run.id);
  const [sheet, setSheet] = useState<Sheet>('step');
  const [point, setPoint] = useState<Point | null>(null);
  const [stuckPart, setStuckPart] = useState<string | null>(null);
  const [differing, setDiffering] = useState<ItemRef | null>(null);
  const { state, view } = handle;
  const taken = useDoorTaken(handle, me);
  const now = nowOf(handle, chosen, zone ?? taken, me);
  const suspects = useSuspects(handle, sheet === 'stuck' ? now : null, stuckPart, point);
  const show = (next: Sheet) => {
    setSheet(next);
    if (next === 'step' || next === 'more') setPoint(null);
    if (next !== 'stuck' && next !== 'extra') setStuckPart(null);
    setDiffering(null);
  };
  const bay: Bay = {
    ...start,
    me,
    handle,
    now,
    choose,
    zone,
    keepTo,
    door: zone ?? taken,
    sheet,
    show,
    point,
    setPoint,
    stuckPart,
    setStuckPart,
    differing,
    setDiffering,
    suspects,
    nameOf: (person) => start.people.find(({ id }) => id === person)?.name ?? person,
  };
  const fallen = state.finished ? [] : fallenInside(state);
  const atEnd = state.finished || (state.phase === 'refit' && !view.now && fallen.length === 0);
  useLatePanels();
  useWakeLock(state.started && !state.finished && !state.pauses.has(me));
  return (
    <CatalogueProvider ownKinds={start.run.plan.ownKinds ?? NONE}>
      <main className="run">
        <RunHead bay={bay} />
        {atEnd && (state.finished || sheet === 'step') ? (
          <ReadGuard what={`end ${state.finished} ${state.round}`}>
            <ClosePanel bay={bay} />
          </ReadGuard>
        ) : (
          <>
            <RunMap bay={bay} />
            <ReadGuard what={askedOf(bay)}>
              <Panel bay={bay} fallen={fallen} />
            </ReadGuard>
          </>
        )}
      </main>
    </CatalogueProvider>
  );
}

/** The door that this person took with this tablet: it stays theirs whatever somebody else does. */
const useDoorTaken = ({ state }: RunHandle, me: string): string | null =>
  useSyncExternalStore(
    () => () => undefined,
    () => doorTaken(state, me, deviceName()),
    () => null,
  );

/** The door this tablet keeps to in a run; it survives a reload. */
function useKeptZone(run: string): [string | null, (zone: string | null) => void] {
  const place = `zone of ${run}`;
  const zone = useSyncExternalStore(
    onStorage,
    () => localStorage.getItem(place),
    () => null,
  );
  const keep = (next: string | null) => {
    if (next === null) localStorage.removeItem(place);
    else localStorage.setItem(place, next);
    window.dispatchEvent(new Event('storage'));
  };
  return [zone, keep];
}

function onStorage(tell: () => void): () => void {
  window.addEventListener('storage', tell);
  return () => window.removeEventListener('storage', tell);
}

const NO_SUSPECTS: Suspect[] = [];

function useSuspects(
  { graph, plan, state }: RunHandle,
  now: RunStep | null,
  stuckPart: string | null,
  point: Point | null,
): Suspect[] {
  const procedure = now?.procedure ?? null;
  const part = stuckPart ?? now?.part;
  const [wontMove, setWontMove] = useState<Awaited<ReturnType<typeof loadWontMove>> | null>(null);
  const isStuck = procedure !== null;
  useEffect(() => {
    if (isStuck) loadWontMove().then((rank) => setWontMove(() => rank), ignored);
  }, [isStuck]);
  return useMemo(
    () =>
      wontMove && procedure && part ? wontMove(graph, plan, state, { procedure, item: part }, point) : NO_SUSPECTS,
    [wontMove, graph, plan, state, procedure, part, point],
  );
}

const ignored = () => undefined;

/** The step to do: one that was chosen while it is open, else the first open one of the door kept to, else of a door nobody else is on, else the first of all. */
function nowOf({ state, view }: RunHandle, chosen: string | null, zone: string | null, me: string): RunStep | null {
  const steps = currentSteps(state, view);
  const isOpen = (step: RunStep) => step.state === 'open' || step.state === 'now';
  const picked = steps.find((step) => step.key === chosen && isOpen(step));
  // Somebody else's door is left to them while another one is free.
  const people = peopleOnDoors(state);
  const isOthers = ({ procedure }: RunStep) => !!procedure && !!people.get(procedure)?.some((one) => one !== me);
  const here = zone ? steps.find((step) => isOpen(step) && step.procedure === zone) : undefined;
  return picked ?? here ?? steps.find((step) => isOpen(step) && !isOthers(step)) ?? view.now;
}

/** True where only a person can tell what two devices meant. */
const hasQuestions = ({ state, view }: RunHandle) =>
  state.questions.length > 0 || view.ledger.some((row) => row.overCounted);

/** Names what the screen asks: another name is another question, which must be read before it is answered. */
function askedOf({ handle: { state }, now, sheet, me }: Bay): string {
  const step = now ? `${now.key} ${now.actions.map(({ done }) => done).join(' ')}` : 'no step';
  const standing = `${state.started} ${state.finished} ${state.pauses.has(me)} ${state.round} ${state.phase}`;
  return `${sheet} ${standing} ${step}`;
}

function Panel({ bay, fallen }: { bay: Bay; fallen: Fallen[] }) {
  const [left, setLeft] = useState('');
  const { state } = bay.handle;
  const { now, sheet } = bay;
  if (!state.started || state.finished) return <StartPanel bay={bay} />;
  if (state.pauses.has(bay.me)) return <PausedPanel bay={bay} />;
  if (hasQuestions(bay.handle)) return <AskPanel bay={bay} />;
  // A fallen piece belongs to its door: whoever works on another one goes on. Where nothing else is left to do, it is looked for.
  const here = fallen.filter(({ procedure }) => now === null || procedure === now.procedure);
  const isLast = now === null && state.phase === 'refit';
  // Where only the piece holds this tablet's own door up, whoever is at it is told before another door is gone to.
  const holdsUp = fallen.filter(({ procedure }) => procedure === bay.door && now?.procedure !== procedure);
  const held = holdsUp.map(itemKey).join(' ');
  if (now && state.phase === 'refit' && held && held !== left && sheet === 'step')
    return <FallenPanel bay={bay} fallen={holdsUp} onLeave={() => setLeft(held)} />;
  const due = here.filter((piece) => isLast || isSearchDue(state, piece));
  if (due.length > 0 && sheet === 'step') return <FallenPanel bay={bay} fallen={due} canWait={!isLast} />;
  if (sheet === 'stuck') return <StuckPanel bay={bay} />;
  if (sheet === 'differs') return <DiffersPanel key={bay.differing && itemKey(bay.differing)} bay={bay} />;
  if (sheet === 'extra') return <ExtraPanel bay={bay} />;
  if (sheet === 'more') return <MorePanel bay={bay} />;
  if (!now) return <FitPanel bay={bay} />;
  const [{ step }] = now.actions;
  if (now.kind === 'gate' && 'gate' in step)
    return answersEachLine(step.gate) ? (
      <TestPanel key={now.key} bay={bay} step={step} />
    ) : (
      <GatePanel key={now.key} bay={bay} step={step} />
    );
  return <StepPanel key={`${now.key} ${now.actions.map(({ done }) => done).join(' ')}`} bay={bay} now={now} />;
}
