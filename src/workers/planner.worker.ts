import { BASE_CATALOGUE, extendCatalogue, type OwnKind } from '@/core/trade';
import { makePlan, type PlanRequest, type PlanResult } from '@/core/telling';

/** What the page sends; one worker answers one question. */
export interface PlannerQuestion {
  request: Omit<PlanRequest, 'catalogue'>;
  ownKinds: OwnKind[];
}

/** What comes back: a quick plan, word of the search, then the plan as good as the effort allows. A plan that is proved at once is `done`. */
export type PlannerAnswer = { type: 'quick' | 'done'; result: PlanResult } | { type: 'searching'; states: number };

/** Effort of the first answer: enough for a door, and at once. */
const QUICK = { widths: [60], states: 20_000 };

const post = (answer: PlannerAnswer) => self.postMessage(answer);

self.onmessage = ({ data }: MessageEvent<PlannerQuestion>) => {
  const request: PlanRequest = { ...data.request, catalogue: extendCatalogue(BASE_CATALOGUE, data.ownKinds) };
  const quick = makePlan(request, { effort: QUICK });
  if (!quick.ok || quick.plan.cost.optimal || request.order === 'recorded')
    return post({ type: 'done', result: quick });
  post({ type: 'quick', result: quick });
  let states = 0;
  post({
    type: 'done',
    result: makePlan(request, {
      onPass: (more) => {
        states += more;
        post({ type: 'searching', states });
      },
    }),
  });
};
