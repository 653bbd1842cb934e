'use client';
import Link from 'next/link';
import type { PlanView } from '@/contracts/views';
import { type Fixing, FIXING_WORDS, fitText, parseFit } from '@/core/bench';
import { indexItems, itemWords, readItemKey } from '@/core/document';
import type { Asked } from './plan-address';

/** The goals with one new part fixed in a way. */
export const withFixing = ({ fits }: Asked, of: string, fixing: Fixing): Pick<Asked, 'fits'> => ({
  fits: fits.map((text) => {
    const fit = parseFit(text);
    return fit && `${fit.procedure}/${fit.of}` === of ? fitText({ ...fit, fixing }) : text;
  }),
});

/** How each new part is fixed, where nobody has said: the ways that can be taken, the best first, each with its reason. */
export function HowFixed({
  view,
  asked,
  ask,
  forJob,
}: {
  view: PlanView;
  asked: Asked;
  ask: (change: Partial<Asked>) => void;
  forJob: number | null;
}) {
  return view.questions.map(({ of, choices, lacks }) => (
    <section key={of} className="sheet mb-2" aria-label="How it is fixed">
      <h2>How is the new {nameOf(view, of)} fixed?</h2>
      <div className="fixing-choices">
        {choices.map(({ way, because }) => (
          <button
            key={way}
            type="button"
            className="btn btn-outline-dark"
            onClick={() => ask(withFixing(asked, of, way))}
          >
            <b>{FIXING_WORDS[way].name}</b>
            <span>{because}</span>
          </button>
        ))}
      </div>
      {lacks && (
        <p className="quiet mb-0">
          {lacks} <Link href={`/bench?tool=depth${forJob ? `&job=${forJob}` : ''}`}>Measure it at the bench</Link>
        </p>
      )}
    </section>
  ));
}

function nameOf({ documents }: PlanView, of: string): string {
  const ref = readItemKey(of);
  const document = documents.find(({ id }) => id === ref?.procedure);
  return ref && document ? itemWords(indexItems(document), ref.item) : of;
}
