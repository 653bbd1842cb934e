'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { layersOf, type Point, type ProcedureDocument, peeled, peelSteps, withoutAbsent } from '@/core/document';
import { cableKit, parseCable, parseFit } from '@/core/bench';
import { zoneName } from '@/core/trade';
import { PanelMap, Peel } from '../../map';
import type { GoalProps } from './goals';
import { planAddress, readGoal, writeGoal, type Asked } from './plan-address';

/** For each procedure the number of the step that takes an item, the same as in the list. */
export type StepNumbers = ReadonlyMap<string, ReadonlyMap<string, number>>;

/** For each procedure what is peeled back or worked on, to be drawn. */
export type StepAreas = ReadonlyMap<string, Point[][]>;

const without = (goals: string[], procedure: string, item: string, only: string) =>
  goals.filter((goal) => {
    const read = readGoal(goal, only);
    return !read || read.procedure !== procedure || read.item !== item;
  });

/** The panels of the plan, one at a time: tap what is wanted out. */
export function GoalMaps({
  view,
  asked,
  forJob,
  ask,
  numbers,
  areas,
}: GoalProps & { numbers: StepNumbers; areas: StepAreas }) {
  const [shown, setShown] = useState(view.documents[0].id);
  const document = view.documents.find((one) => one.id === shown) ?? view.documents[0];
  const others = view.others.slice(0, 12);
  return (
    <div className="map-sheet fill-column">
      <div className="zone-tabs" role="group" aria-label="Zones planned together">
        {view.documents.map((one) => (
          <button key={one.id} type="button" aria-pressed={one.id === document.id} onClick={() => setShown(one.id)}>
            {zoneName(one.zone)}, {one.side}
          </button>
        ))}
        {others.length > 0 && (
          <select
            className="form-select"
            aria-label="Plan another zone too"
            value=""
            onChange={(event) => event.target.value && ask({ procedures: [...asked.procedures, event.target.value] })}
          >
            <option value="">and another zone…</option>
            {others.map((row) => (
              <option key={row.id} value={row.id}>
                {row.title}, {row.side}
              </option>
            ))}
          </select>
        )}
        {view.documents.length > 1 && (
          <Link className="btn btn-sm btn-outline-dark" href={planAddress(withoutZone(asked, document.id), forJob)}>
            Leave this zone out
          </Link>
        )}
      </div>
      <GoalMap
        key={document.id}
        document={document}
        view={view}
        asked={asked}
        forJob={forJob}
        ask={ask}
        numbers={numbers}
        areas={areas}
      />
    </div>
  );
}

/** The question without a zone: nor what is wanted of it, goes in there, or leads through it. */
function withoutZone(asked: Asked, id: string): Asked {
  const cables = asked.fits.flatMap((text) => parseCable(text) ?? []);
  const cut = new Set(
    cables.filter(({ legs }) => legs.some(({ procedure }) => procedure === id)).map((run) => `fit ${cableKit(run)}`),
  );
  return {
    ...asked,
    procedures: asked.procedures.filter((one) => one !== id),
    goals: asked.goals.filter((goal) => {
      const isCable = cables.some((run) => goal === `fit ${cableKit(run)}`);
      return isCable ? !cut.has(goal) : readGoal(goal, asked.procedures[0])?.procedure !== id;
    }),
    fits: asked.fits.filter((text) => {
      const run = parseCable(text);
      return run ? !cut.has(`fit ${cableKit(run)}`) : parseFit(text)?.procedure !== id;
    }),
  };
}

function GoalMap({
  document,
  view,
  asked,
  ask,
  numbers,
  areas,
}: GoalProps & { document: ProcedureDocument; numbers: StepNumbers; areas: StepAreas }) {
  const layers = useMemo(() => layersOf(document), [document]);
  const only = view.documents[0].id;
  const wanted = asked.goals.map((goal) => readGoal(goal, only)).filter((goal) => goal?.procedure === document.id);
  const [peel, setPeel] = useState(layers.get(wanted[0]?.item ?? '') ?? 0);
  const toggle = (item: string) => {
    const rest = without(asked.goals, document.id, item, only);
    ask({ goals: rest.length < asked.goals.length ? rest : [...asked.goals, writeGoal(document.id, item, 'out')] });
  };
  return (
    <>
      <div className="map-frame">
        <PanelMap
          document={document}
          appearance={withoutAbsent(document, asked.options, peeled(document, layers, peel))}
          marked={new Set(wanted.map((goal) => goal!.item))}
          numbers={numbers.get(document.id)}
          numbersLifted
          areas={areas.get(document.id)}
          onSelect={toggle}
        />
      </div>
      <Peel value={peel} steps={peelSteps(document)} onChange={setPeel} />
    </>
  );
}
