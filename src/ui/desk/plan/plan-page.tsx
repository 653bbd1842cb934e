'use client';
import Link from 'next/link';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { zoneName } from '@/core/trade';
import type { PlanView } from '@/contracts/views';
import type { PlannerQuestion } from '@/workers/planner.worker';
import { OptionChoices, PageHead } from '../../design';
import { readStepKey } from '@/core/planning';
import type { Plan } from '@/core/telling';
import { goalLines } from './goal-lines';
import { GoalMaps } from './goal-maps';
import { Goals } from './goals';
import { HowFixed } from './how-fixed';
import { LayOut } from './lay-out';
import { OpenRun, type JobChoice } from './open-run';
import { Answer } from './answer';
import { Apart, Back, Between, OrderChoice } from './order';
import { planAddress, type Asked } from './plan-address';
import { areasOf } from '../../map';
import { TriedAsOne } from './tried-as-one';
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

/** The vehicle once, then its zones; titles as they are where there is one, or where they are of different vehicles. */
function titleOf({ documents }: PlanView): string {
  const vehicles = new Set(documents.map(({ applies: [first] }) => (first ? `${first.make} ${first.model}` : null)));
  const [vehicle] = vehicles;
  if (documents.length === 1 || vehicles.size > 1 || !vehicle) return documents.map(({ title }) => title).join(' + ');
  return `${vehicle}, ${[...new Set(documents.map(({ zone }) => zoneName(zone)))].join(' + ')}`;
}

type Tab = 'apart' | 'fit' | 'back' | 'lay-out';

/** Goals and options in, the least teardown and its refit out: the answer first. The address holds the question; the answer is worked out in a worker. */
export function PlanPage({ view, asked: first, jobs, forJob, mayOpen }: PlanPageProps) {
  const { asked, ask } = useAsked(first, forJob);
  const [order, setOrder] = useState<'best' | 'recorded'>('best');
  const [trayBins, setTrayBins] = useState(view.policy.trayBins as 6 | 8 | 12 | 18);
  const [drawing, setDrawing] = useState(false);
  const [asking, setAsking] = useState(first.goals.length === 0);
  const [tab, setTab] = useState<Tab>('apart');
  const { goals, options, sets } = asked;
  // A zone or a new part is fetched from the server first: until then the page shows what it has.
  const isHere = view.documents.length === asked.procedures.length && asked.fits.join() === first.fits.join();
  const question = useMemo((): PlannerQuestion | null => {
    const { documents, ownKinds, policy } = view;
    if (goals.length === 0 || !isHere) return null;
    return { request: { documents, goals, options, order, sets, policy: { ...policy, trayBins } }, ownKinds };
  }, [view, goals, options, order, sets, trayBins, isHere]);
  const planning = usePlan(question);
  const { result } = planning;
  const plan = result?.ok ? result.plan : null;
  const numbers = useMemo(() => (plan ? numbersOf(plan) : new Map<string, Map<string, number>>()), [plan]);
  const areas = useMemo(() => (plan ? areasIn(view, plan) : new Map()), [view, plan]);
  return (
    <div className="fill-page plan-page">
      <PageHead
        title={`Plan: ${titleOf(view)}`}
        under={<AskedLine view={view} asked={asked} open={asking} onOpen={() => setAsking(!asking)} />}
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
        {plan && forJob !== null && view.questions.length === 0 && (
          <Link className="btn btn-outline-dark" href={quoteAddress(forJob, view, plan)}>
            Into the quote
          </Link>
        )}
        {plan && mayOpen && view.questions.length === 0 && (
          <OpenRun
            asked={asked}
            order={order}
            trayBins={trayBins}
            jobs={jobs}
            forJob={forJob}
            vehicle={view.documents[0].applies[0]}
            documents={view.documents}
          />
        )}
      </PageHead>
      <Unverified view={view} />
      <HowFixed view={view} asked={asked} ask={ask} forJob={forJob} />
      {asking && (
        <div className="plan-ask sheet">
          <OptionChoices options={view.options} chosen={asked.options} onChoose={(options) => ask({ options })} />
          <div>
            <Goals view={view} asked={asked} forJob={forJob} ask={ask} />
            <TriedAsOne view={view} asked={asked} ask={ask} />
          </div>
        </div>
      )}
      {result && !result.ok && (
        <div className="sheet mb-2">
          {result.problems.map((problem) => (
            <p key={problem.message} className="trouble mb-1" role="alert">
              {problem.message}
            </p>
          ))}
        </div>
      )}
      {plan && view.questions.length === 0 && <Answer view={view} plan={plan} onMore={() => setTab('lay-out')} />}
      {drawing && plan ? (
        <WhyGraph view={view} plan={plan} />
      ) : (
        <div className="split fill-split plan-split">
          <GoalMaps view={view} asked={asked} forJob={forJob} ask={ask} numbers={numbers} areas={areas} />
          <div className="fill-column sheet">
            {goals.length === 0 && <p className="empty">Tap on the drawing what you want out, or pick it by name.</p>}
            {goals.length > 0 && !result && (
              <p className="empty" role="status">
                Planning…
              </p>
            )}
            {plan && (
              <div className="plan-bar">
                <Tabs plan={plan} tab={tab} onTab={setTab} />
                {tab === 'apart' && <OrderChoice order={order} onOrder={setOrder} />}
              </div>
            )}
            {plan && (
              <div className="fill-scroll" tabIndex={0} role="region" aria-label={TAB_WORDS[tab]}>
                {tab === 'apart' && <Apart view={view} plan={plan} planning={planning} order={order} />}
                {tab === 'fit' && (
                  <Between view={view} plan={plan} onAdd={(goal) => ask({ goals: [...asked.goals, goal] })} />
                )}
                {tab === 'back' && <Back view={view} plan={plan} />}
                {tab === 'lay-out' && <LayOut view={view} plan={plan} trayBins={trayBins} onTray={setTrayBins} />}
                {tab === 'lay-out' && <p className="quiet mt-3">{priceWords(view)}</p>}
              </div>
            )}
          </div>
        </div>
      )}
    </div>
  );
}

const TAB_WORDS: Record<Tab, string> = {
  apart: 'Taking apart',
  fit: 'Fitting',
  back: 'Putting back',
  'lay-out': 'Tools and tray',
};

function Tabs({ plan, tab, onTab }: { plan: Plan; tab: Tab; onTab: (tab: Tab) => void }) {
  const steps = plan.steps.refit.filter(({ kind }) => kind !== 'gate').length;
  const gates = plan.steps.refit.length - steps;
  const tabs: [Tab, string][] = [
    ['apart', `Apart · ${counted(plan.steps.removal.length, 'step')}`],
    ...(plan.steps.fit.length + plan.whileOpen.length > 0
      ? [['fit', `Fit · ${counted(plan.steps.fit.length, 'step')}`] as [Tab, string]]
      : []),
    ['back', `Back · ${counted(steps, 'step')}, ${counted(gates, 'gate')}`],
    ['lay-out', 'Tools and tray'],
  ];
  return (
    <div className="choice plan-tabs no-print" role="group" aria-label="Shown">
      {tabs.map(([one, words]) => (
        <button key={one} type="button" aria-pressed={tab === one} onClick={() => onTab(one)}>
          {words}
        </button>
      ))}
    </div>
  );
}

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** Goals and options in one line, with the way to change them. */
function AskedLine({ view, asked, open, onOpen }: { view: PlanView; asked: Asked; open: boolean; onOpen: () => void }) {
  const options = Object.entries(asked.options).map(([option, value]) => `${option.replace(/-/g, ' ')}: ${value}`);
  const words = [...goalLines(view, asked), ...options];
  return (
    <>
      {words.length ? words.join(' · ') : 'Nothing wanted yet'}{' '}
      <button type="button" className="btn btn-sm btn-outline-dark no-print" aria-expanded={open} onClick={onOpen}>
        {open ? 'Fold away' : 'Change'}
      </button>
    </>
  );
}

/** The number of the step that takes each item, by procedure. */
function numbersOf(plan: Plan): Map<string, Map<string, number>> {
  const numbers = new Map<string, Map<string, number>>();
  plan.steps.removal.forEach(({ procedure, actions }, at) => {
    if (procedure === null) return;
    const own = numbers.get(procedure) ?? new Map<string, number>();
    numbers.set(procedure, own);
    // One call-out for a step: at what it takes off, else at what it lets go.
    const items = actions.map((key) => readStepKey(key)!);
    const lead = items.find(({ type }) => type === 'free') ?? items[0];
    if (!own.has(lead.item)) own.set(lead.item, at + 1);
  });
  return numbers;
}

/** What the plan peels back and works on, by procedure, to be drawn. */
const areasIn = ({ documents }: PlanView, plan: Plan) =>
  new Map(
    documents.map((document) => [
      document.id,
      areasOf(
        document,
        [...plan.removal, ...plan.fit].filter(({ procedure }) => procedure === document.id),
      ),
    ]),
  );

/** The question, kept here so that quick taps add up, and written to the address; another zone is fetched from the server. */
function useAsked(first: Asked, forJob: number | null) {
  const router = useRouter();
  const [asked, setAsked] = useState(first);
  const latest = useRef(first);
  const ask = (change: Partial<Asked>) => {
    latest.current = { ...latest.current, ...change };
    setAsked(latest.current);
    const address = planAddress(latest.current, forJob);
    if (change.procedures || change.fits) router.push(address, { scroll: false });
    else window.history.replaceState(null, '', address);
  };
  return { asked, ask };
}

const priceWords = ({ policy: { costs } }: PlanView) =>
  costs &&
  `Priced at ${costs.toolChangeMs / 1000} s for another tool, ${costs.bareHandMs / 1000} s for the bare hand, ${costs.partChangeMs / 1000} s for turning to another part, ${costs.moveMmPerSecond} mm/s within a panel, ${costs.zoneMoveMs / 1000} s between zones of one door, ${costs.sideMoveMs / 1000} s between doors or sides.`;

/** The job's quote with this plan's labour in it. */
function quoteAddress(job: number, view: PlanView, { time, secondHandsSeconds }: Plan): string {
  const work = new URLSearchParams({
    work: titleOf(view).slice(0, 200),
    of: view.documents.map(({ id }) => id).join(' '),
    likely: String(Math.round(time.likelySeconds + secondHandsSeconds)),
    safe: String(Math.round(time.safeSeconds + secondHandsSeconds)),
  });
  return `/jobs/${job}/quote?${work}`;
}
