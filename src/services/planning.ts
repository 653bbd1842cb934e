import type { PlanQuery, PlanView } from '../contracts';
import { listOptions, makePlan } from '../core/plan';
import { approvedDocuments } from './library';
import { shopPolicy } from './shop';

/** Plans on the procedures in force under the shop's policy. */
export async function planView({ procedures, goals, options }: PlanQuery): Promise<PlanView> {
  const approved = await approvedDocuments(procedures);
  const documents = approved.map(({ document }) => document);
  const result = goals.length ? makePlan({ documents, goals, options, policy: await shopPolicy() }) : null;
  return {
    documents, revisions: approved.map(({ document, revision }) => [document.id, revision]),
    options: Object.fromEntries(listOptions(documents)), result,
  };
}
