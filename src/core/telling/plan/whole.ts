import { BASE_CATALOGUE, findPartKind } from '../../trade';
import type { ProcedureDocument } from '../../document';

/** Goals that take a whole procedure apart: every part off; where that cannot be, whatever sounds; then each part alone, the one that needs most first. To be tried one after another. */
export function wholeGoals({ id, parts, recordedOrder = [] }: ProcedureDocument): string[][] {
  const goal = (part: string) => `${id}/${part}:off`;
  const sounding = parts.filter(({ kind }) => findPartKind(BASE_CATALOGUE, kind)?.sounds).map((part) => goal(part.id));
  const recorded = new Set(parts.map((part) => part.id));
  const last = [...recordedOrder].reverse().filter((item) => recorded.has(item));
  const sets = [parts.map((part) => goal(part.id)), sounding, ...last.map((part) => [goal(part)])];
  return sets.filter((goals) => goals.length > 0).slice(0, MOST_TRIES);
}
const MOST_TRIES = 6;
