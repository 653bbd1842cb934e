'use client';
import { TRAY_SIZES, type SettingsForm, type PlanView } from '@/contracts/views';
import { cautionWeight, compareKit } from '@/core/planning';
import type { Plan } from '@/core/telling';
import { toolFor, listed } from '@/core/trade';
import { countedWords, indexItems, readItemKey } from '@/core/document';
import Link from 'next/link';
import { Plate, useCatalogue } from '../../design';

interface LayOutProps {
  view: PlanView;
  plan: Plan;
  trayBins: SettingsForm['trayBins'];
  onTray: (bins: SettingsForm['trayBins']) => void;
}

/** Everything to see to before the first hand touches trim: cautions, time, tools, spares, the tray. */
export function LayOut({ view, plan, trayBins, onTray }: LayOutProps) {
  return (
    <>
      <section className="lay-out-part" aria-label="Cautions">
        {plan.cautions.map((caution) => (
          <p key={caution.code} className={`caution ${cautionWeight(caution.code) === 'life' ? '' : 'mild'}`}>
            {caution.text}
          </p>
        ))}
        {plan.cautions.length === 0 && (
          <p className="quiet mb-0">No special cautions. The vehicle maker’s manual still comes first.</p>
        )}
      </section>
      {(plan.unknownOptions.length > 0 || plan.missingProcedures.length > 0) && (
        <section className="lay-out-part">
          {plan.unknownOptions.length > 0 && (
            <p className="caution mild mb-0">
              Not known, but changes the work: <strong>{plan.unknownOptions.join(', ')}</strong>. Steps marked “if
              fitted” may not apply.
            </p>
          )}
          {plan.missingProcedures.map((id) => (
            <p key={id} className="caution mb-0">
              This needs <strong>{id}</strong> too, and that is not part of the plan: add its zone, or find out at the
              vehicle.
            </p>
          ))}
        </section>
      )}
      <Tools view={view} plan={plan} />
      <Spares plan={plan} stock={view.stock} />
      {plan.ways.length > 0 && (
        <>
          <h3 className="label mt-3">Ways of working</h3>
          <ul className="rows">
            {plan.ways.map((words) => (
              <li key={words} className="py-1">
                {words}
              </li>
            ))}
          </ul>
        </>
      )}
      <TrayPicture view={view} plan={plan} trayBins={trayBins} onTray={onTray} />
    </>
  );
}

const HAS = {
  yes: ['✓ in your kit', 'good'],
  substitute: ['≈ in your kit: ', 'good'],
  no: ['missing', 'trouble'],
} as const;

function Tools({ view, plan }: { view: PlanView; plan: Plan }) {
  const answers = new Map(compareKit(plan.tools, view.kit).map((answer) => [answer.tool, answer]));
  return (
    <section className="lay-out-part">
      <h2>Lay out</h2>
      {view.kit.length === 0 && (
        <p className="quiet">
          Say which tools you have, and this tells what is missing. <Link href="/kit">My kit</Link>
        </p>
      )}
      <ul className="rows">
        {plan.tools.map((need) => {
          const answer = answers.get(need.tool)!;
          const [words, look] = HAS[answer.has];
          return (
            <li key={need.tool} className="py-2">
              <Plate code={need.tool} /> {need.name !== need.plate && need.name}
              {view.kit.length > 0 && (
                <span className={`${look} float-end`}>
                  {words}
                  {answer.has === 'substitute' && toolFor(answer.by!).plate}
                </span>
              )}
              {need.notes.map((note) => (
                <div key={note} className="quiet">
                  {note}
                </div>
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What stores have of something, against what is needed. */
function InStores({ there, needed }: { there: number | undefined; needed: number }) {
  if (there === undefined) return null;
  return (
    <span className={`float-end ${there < needed ? 'trouble' : 'good'}`}>
      {there < needed ? `only ${Math.max(0, there)} in stores` : `${there} in stores`}
    </span>
  );
}

function Spares({ plan, stock }: { plan: Plan; stock: Record<string, number> }) {
  const spares = plan.spares.filter((spare) => spare.spares > 0);
  if (spares.length + plan.replacements.length + plan.materials.length === 0) return null;
  return (
    <section className="lay-out-part">
      <h2>Have ready</h2>
      <ul className="rows">
        {spares.map((spare) => (
          <li key={spare.kind} className="py-2">
            <strong>{spare.spares}</strong> spare {spare.name}{' '}
            <span className="quiet">for {spare.pieces} that come out</span>
            <InStores there={stock[spare.kind]} needed={spare.spares} />
          </li>
        ))}
        {plan.replacements.map((one) => (
          <li key={one.item} className="py-2">
            <strong>
              {one.count} × {one.material}
            </strong>{' '}
            <span className="quiet">
              comes back as {one.as}
              {!one.reversible && '; cannot go back to stock'}
            </span>
            <InStores there={stock[one.material]} needed={one.count} />
          </li>
        ))}
        {plan.materials.map(({ name, uses }) => (
          <li key={name} className="py-2">
            <strong>{name}</strong> <span className="quiet">for {listed(uses)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The tray as it stands on the bench: its bins in order, what waits in each, what stays on its part, what is taped. */
function TrayPicture({ view, plan, trayBins, onTray }: LayOutProps) {
  const catalogue = useCatalogue();
  const wordsOf = (item: string) => {
    const ref = readItemKey(item)!;
    return countedWords(indexItems(view.documents.find(({ id }) => id === ref.procedure)!), ref.item, catalogue);
  };
  const bins = Array.from({ length: trayBins }, (_, at) => plan.tray.find((bin) => bin.bin === at + 1));
  return (
    <section className="lay-out-part">
      <div className="d-flex align-items-center gap-2 mb-2">
        <h2 className="mb-0">Tray</h2>
        <span className="quiet">emptied in this order</span>
        <select
          className="form-select ms-auto w-auto no-print"
          aria-label="Bins of the tray"
          value={trayBins}
          onChange={(event) => onTray(Number(event.target.value) as SettingsForm['trayBins'])}
        >
          {TRAY_SIZES.map((size) => (
            <option key={size} value={size}>
              {size} bins
            </option>
          ))}
        </select>
      </div>
      <ol className="tray-picture">
        {bins.map((bin, at) => (
          <li key={at} className={bin ? 'full' : ''}>
            <b>{at + 1}</b>
            {bin && <span>{bin.label}</span>}
          </li>
        ))}
      </ol>
      {plan.taped.length > 0 && (
        <p className="caution mild">
          {plan.fewestBins} bins are needed so that nothing is mixed up. Tape to their parts and label:{' '}
          {plan.taped.map((one) => `“${one.label}”`).join(', ')}.
        </p>
      )}
      {Object.keys(plan.staysOn).length > 0 && (
        <p className="quiet mb-0">Stay on their part: {Object.keys(plan.staysOn).map(wordsOf).join(', ')}</p>
      )}
    </section>
  );
}
