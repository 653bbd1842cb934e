'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import type { PlanView } from '@/contracts/views';
import type { PlannerQuestion } from '@/workers/planner.worker';
import { PageHead } from '../../design';
import { GoalMaps, Goals } from './goals';
import { LayOut } from './lay-out';
import { OpenRun, type JobChoice } from './open-run';
import { Order } from './order';
import { planAddress, type Asked } from './plan-address';
import { usePlan } from './use-plan';
import { Unverified } from './unverified';

const WhyGraph = dynamic(() => import('./why-graph').then((module) => module.WhyGraph), {
  ssr: false,
  loading: () => <p className="quiet">Drawing…</p>,
});

interface PlanPageProps {
  view: PlanView;
  asked: Asked;
  jobs: JobChoice[];
  forJob: number | null;
  mayOpen: boolean;
}

/** Goals and options in, the least teardown and its refit out. The address holds the question; the answer is worked out in a worker. */
export function PlanPage({ view, asked: first, jobs, forJob, mayOpen }: PlanPageProps) {
  const { asked, ask } = useAsked(first, forJob);
  const [order, setOrder] = useState<'best' | 'recorded'>('best');
  const [trayBins, setTrayBins] = useState(view.policy.trayBins as 6 | 8 | 12 | 18);
  const [drawing, setDrawing] = useState(false);
  const { goals, options } = asked;
  const question = useMemo((): PlannerQuestion | null => {
    const { documents, ownKinds, policy } = view;
    if (goals.length === 0) return null;
    return { request: { documents, goals, options, order, policy: { ...policy, trayBins } }, ownKinds };
  }, [view, goals, options, order, trayBins]);
  const planning = usePlan(question);
  const { result } = planning;
  const plan = result?.ok ? result.plan : null;
  return (
    <>
      <PageHead
        title={`Plan: ${view.documents.map((document) => document.title).join(' + ')}`}
        under="Choose what you want out or reached"
      >
        {plan && (
          <button
            type="button"
            className="btn btn-outline-dark"
            aria-pressed={drawing}
            onClick={() => setDrawing(!drawing)}
          >
            {drawing ? 'Show the steps' : 'What waits for what'}
          </button>
        )}
        {plan && mayOpen && <OpenRun asked={asked} order={order} trayBins={trayBins} jobs={jobs} forJob={forJob} />}
      </PageHead>
      <Unverified view={view} />
      <OptionChoices options={view.options} chosen={asked.options} onChoose={(options) => ask({ options })} />
      {drawing && plan ? (
        <WhyGraph view={view} plan={plan} />
      ) : (
        <div className="split">
          <div>
            <GoalMaps view={view} asked={asked} forJob={forJob} ask={ask} />
            {asked.goals.length > 0 && !result && (
              <p className="empty" role="status">
                Planning…
              </p>
            )}
            {plan && <Order view={view} plan={plan} planning={planning} order={order} onOrder={setOrder} />}
          </div>
          <div>
            <Goals view={view} asked={asked} forJob={forJob} ask={ask} />
            {result && !result.ok && (
              <div className="sheet mt-3">
                {result.problems.map((problem) => (
                  <p key={problem.message} className="trouble mb-1" role="alert">
                    {problem.message}
                  </p>
                ))}
              </div>
            )}
            {plan && <LayOut view={view} plan={plan} trayBins={trayBins} onTray={setTrayBins} />}
            {plan && <p className="quiet mt-3">{priceWords(view)}</p>}
          </div>
        </div>
      )}
    </>
  );
}

/** The question, kept here so that quick taps add up, and written to the address; another zone is fetched from the server. */
function useAsked(first: Asked, forJob: number | null) {
  const router = useRouter();
  const [asked, setAsked] = useState(first);
  const latest = useRef(first);
  const ask = (change: Partial<Asked>) => {
    latest.current = { ...latest.current, ...change };
    setAsked(latest.current);
    const address = planAddress(latest.current, forJob);
    if (change.procedures) router.push(address, { scroll: false });
    else window.history.replaceState(null, '', address);
  };
  return { asked, ask };
}

const priceWords = ({ policy: { costs } }: PlanView) =>
  costs &&
  `Priced at ${costs.toolChangeMs / 1000} s for another tool, ${costs.bareHandMs / 1000} s for the bare hand, ${costs.partChangeMs / 1000} s for turning to another part, ${costs.moveMmPerSecond} mm/s within a panel, ${costs.zoneMoveMs / 1000} s between zones of one door, ${costs.sideMoveMs / 1000} s between doors or sides.`;

function OptionChoices({
  options,
  chosen,
  onChoose,
}: {
  options: Record<string, string[]>;
  chosen: Record<string, string>;
  onChoose: (options: Record<string, string>) => void;
}) {
  const without = (option: string) => Object.fromEntries(Object.entries(chosen).filter(([name]) => name !== option));
  if (Object.keys(options).length === 0) return null;
  return (
    <div className="d-flex flex-wrap gap-4 mb-3">
      {Object.entries(options).map(([option, values]) => (
        <div key={option}>
          <div className="label mb-1">{option.replace(/-/g, ' ')}</div>
          <div className="choice" role="group" aria-label={option}>
            {values.map((value) => (
              <button
                key={value}
                type="button"
                aria-pressed={chosen[option] === value}
                onClick={() => onChoose({ ...chosen, [option]: value })}
              >
                {value}
              </button>
            ))}
            <button type="button" aria-pressed={chosen[option] === undefined} onClick={() => onChoose(without(option))}>
              not known
            </button>
          </div>
        </div>
      ))}
    </div>
  );
}
