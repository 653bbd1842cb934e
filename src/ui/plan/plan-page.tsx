'use client';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { PlanView } from '@/contracts';
import { indexItems, itemWords, layersOf, parseReference } from '@/core/procedure';
import { PageHead } from '../kit';
import { PanelMap, Peel, peeled, peelSteps, withoutAbsent } from '../map';
import { OpenRun, type JobChoice } from './open-run';
import { planAddress, type Asked } from './plan-address';
import { PlanAnswer } from './plan-answer';

interface PlanPageProps {
  view: PlanView;
  asked: Asked;
  jobs: JobChoice[];
  forJob: number | null;
  mayOpen: boolean;
}

/** Goals and options in, the least teardown and its refit out. The address holds the question. */
export function PlanPage({ view, asked, jobs, forJob, mayOpen }: PlanPageProps) {
  const router = useRouter();
  const ask = (change: Partial<Asked>) => router.push(planAddress({ ...asked, ...change }, forJob), { scroll: false });
  const { result } = view;
  return (
    <>
      <PageHead title={`Plan: ${view.documents.map((document) => document.title).join(' + ')}`} under="Say what you want out; the least that must come off is worked out">
        {result?.ok && mayOpen && <OpenRun asked={asked} jobs={jobs} forJob={forJob} />}
      </PageHead>
      <OptionChoices options={view.options} chosen={asked.options} onChoose={(options) => ask({ options })} />
      <div className="split">
        <div>
          <GoalMap view={view} asked={asked} ask={ask} />
          {result?.ok && <PlanAnswer.Steps view={view} plan={result.plan} />}
        </div>
        <div>
          <Goals view={view} asked={asked} ask={ask} />
          {result && !result.ok && (
            <div className="sheet mt-3">{result.problems.map((problem) => <p key={problem.message} className="trouble mb-1" role="alert">{problem.message}</p>)}</div>
          )}
          {result?.ok && <PlanAnswer.Layout view={view} plan={result.plan} />}
        </div>
      </div>
    </>
  );
}

function OptionChoices({ options, chosen, onChoose }: { options: Record<string, string[]>; chosen: Record<string, string>; onChoose: (options: Record<string, string>) => void }) {
  const without = (option: string) => Object.fromEntries(Object.entries(chosen).filter(([one]) => one !== option));
  if (Object.keys(options).length === 0) return null;
  return (
    <div className="d-flex flex-wrap gap-4 mb-3">
      {Object.entries(options).map(([option, values]) => (
        <div key={option}>
          <div className="label mb-1">{option}</div>
          <div className="choice" role="group" aria-label={option}>
            {values.map((value) => (
              <button key={value} type="button" aria-pressed={chosen[option] === value} onClick={() => onChoose({ ...chosen, [option]: value })}>{value}</button>
            ))}
            <button type="button" aria-pressed={chosen[option] === undefined} onClick={() => onChoose(without(option))}>not known</button>
          </div>
        </div>
      ))}
    </div>
  );
}

interface GoalProps {
  view: PlanView;
  asked: Asked;
  ask: (change: Partial<Asked>) => void;
}

function GoalMap({ view, asked, ask }: GoalProps) {
  const document = view.documents[0];
  const layers = useMemo(() => layersOf(document), [document]);
  const steps = peelSteps(document);
  const goalItem = parseReference(asked.goals[0] ?? '')?.item ?? null;
  const [peel, setPeel] = useState(layers.get(goalItem ?? '') ?? 0);
  const toggle = (id: string) => ask({ goals: asked.goals.includes(id) ? asked.goals.filter((goal) => goal !== id) : [...asked.goals, id] });
  return (
    <div className="map-sheet mb-3">
      <p className="label px-2 pt-1 mb-0">Tap what you want out</p>
      <div className="map-frame" style={{ height: 340 }}>
        <PanelMap document={document} appearance={withoutAbsent(document, asked.options, peeled(document, layers, peel))} selected={goalItem} onSelect={toggle} />
      </div>
      <Peel value={peel} steps={steps} onChange={setPeel} />
    </div>
  );
}

function Goals({ view, asked, ask }: GoalProps) {
  const [document] = view.documents;
  const index = useMemo(() => indexItems(document), [document]);
  const offered = document.parts.filter((part) => !asked.goals.includes(part.id));
  return (
    <section className="sheet" aria-label="Goals">
      <h2>Wanted out</h2>
      {asked.goals.length === 0 && <p className="quiet">Nothing yet. Tap the map, or pick:</p>}
      <div className="chips mb-2">
        {asked.goals.map((goal) => (
          <button key={goal} type="button" aria-pressed="true" aria-label={`Remove the goal ${itemWords(index, goal)}`} onClick={() => ask({ goals: asked.goals.filter((one) => one !== goal) })}>
            {itemWords(index, goal)} ×
          </button>
        ))}
      </div>
      <select className="form-select" aria-label="Add a goal" value="" onChange={(event) => event.target.value && ask({ goals: [...asked.goals, event.target.value] })}>
        <option value="">add a goal…</option>
        {offered.map((part) => <option key={part.id} value={part.id}>{part.name ?? part.id}</option>)}
      </select>
    </section>
  );
}
