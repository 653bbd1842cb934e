'use client';
import type { PlanView } from '@/contracts/views';
import { moneyWords, spanWords, wholeCents } from '@/core/shop';
import { toolFor, listed } from '@/core/trade';
import { compareKit } from '@/core/planning';
import type { Plan } from '@/core/telling';

interface AnswerProps {
  view: PlanView;
  plan: Plan;
  /** Opens the list of everything to lay out. */
  onMore: () => void;
}

/** The answer first: how long, what to lay out, what to have by you, what to look out for. */
export function Answer({ view, plan, onMore }: AnswerProps) {
  return (
    <section className="answer" aria-label="The answer">
      <Time view={view} plan={plan} />
      <Tools view={view} plan={plan} />
      <Spares view={view} plan={plan} />
      <LookOut plan={plan} onMore={onMore} />
    </section>
  );
}

function Time({ view: { labour }, plan }: { view: PlanView; plan: Plan }) {
  const { time, cost, refitCost, waitSeconds, secondHandsSeconds } = plan;
  const paid = time.likelySeconds + secondHandsSeconds;
  const price = labour && moneyWords(wholeCents((labour.perHourCents * paid) / 3600), labour.currency);
  return (
    <div>
      <h2>Out and back</h2>
      <p className="big">{spanWords(time.likelySeconds)}</p>
      <p className="quiet mb-0">
        safe {spanWords(time.safeSeconds)}
        {cost.optimal && refitCost.optimal && ' · proved best'}
        {waitSeconds > 0 && (
          <>
            <br />
            and {spanWords(waitSeconds)} of waiting
          </>
        )}
        {secondHandsSeconds > 0 && (
          <>
            <br />
            {spanWords(secondHandsSeconds)} of it with a second person
          </>
        )}
        {price && (
          <>
            <br />
            labour {price}
          </>
        )}
      </p>
    </div>
  );
}

function Tools({ view, plan }: { view: PlanView; plan: Plan }) {
  const answers = new Map(compareKit(plan.tools, view.kit).map((answer) => [answer.tool, answer]));
  const isMissing = (tool: string) => view.kit.length > 0 && answers.get(tool)!.has === 'no';
  const missing = plan.tools.filter(({ tool }) => isMissing(tool)).length;
  return (
    <div>
      <h2>
        {plan.tools.length === 1 ? '1 tool' : `${plan.tools.length} tools`} to lay out
        {missing > 0 && <span className="trouble"> · {missing} missing</span>}
      </h2>
      <p className="plates mb-0">
        {plan.tools.map(({ tool }) => (
          <span key={tool} className={`plate ${isMissing(tool) ? 'missing' : ''}`}>
            {toolFor(tool).plate}
            {isMissing(tool) && ', not in your kit'}
          </span>
        ))}
      </p>
    </div>
  );
}

function Spares({ view: { stock, standIns }, plan }: { view: PlanView; plan: Plan }) {
  const lines = [
    ...plan.spares
      .filter(({ spares }) => spares > 0)
      .map(({ kind, spares, name, pieces }) => ({ key: kind, count: spares, name, of: `of ${pieces}`, kind })),
    ...sumReplacements(plan).map(({ material, count }) => ({
      key: `new ${material}`,
      count,
      name: material,
      of: 'new',
      kind: material,
    })),
  ];
  return (
    <div>
      <h2>Have by you</h2>
      {lines.length + plan.materials.length === 0 && <p className="quiet mb-0">No spares needed.</p>}
      {lines.map(({ key, count, name, of, kind }) => {
        const there = stock[kind];
        return (
          <p key={key} className="mb-0">
            <strong>{count}</strong> {name} <span className="quiet">({of})</span>
            {there !== undefined && there < count && <span className="trouble"> only {there} in stores</span>}
            {there !== undefined && there < count && standIns[kind]?.count > 0 && (
              <span className="quiet">
                , {standIns[kind].count} more of “{standIns[kind].anyOf}”
              </span>
            )}
          </p>
        );
      })}
      {plan.materials.length > 0 && <p className="mb-0">{listed(plan.materials.map(({ name }) => name))}</p>}
    </div>
  );
}

/** New material of all doors together. */
function sumReplacements({ replacements }: Plan): { material: string; count: number }[] {
  const sums = new Map<string, number>();
  for (const { material, count } of replacements) sums.set(material, (sums.get(material) ?? 0) + count);
  return [...sums].map(([material, count]) => ({ material, count }));
}

/** Cautions shown in the strip; all of them stand in the list. */
const SHOWN = 1;

function LookOut({ plan, onMore }: { plan: Plan; onMore: () => void }) {
  const { cautions, unknownOptions, missingProcedures } = plan;
  const lines = [
    ...cautions.map(({ text }) => text),
    ...(unknownOptions.length ? [`Not known, but changes the work: ${unknownOptions.join(', ')}.`] : []),
    ...missingProcedures.map((id) => `This needs ${id} too, which is not planned.`),
  ];
  return (
    <div className="look-out">
      <h2>Look out</h2>
      {lines.length === 0 && (
        <p className="quiet mb-0">Nothing special. The vehicle maker’s manual still comes first.</p>
      )}
      <p className="mb-0">
        {lines.slice(0, SHOWN).join(' ')}{' '}
        {lines.length > SHOWN && (
          <button type="button" className="more" onClick={onMore}>
            {lines.length - SHOWN} more
          </button>
        )}
      </p>
    </div>
  );
}
