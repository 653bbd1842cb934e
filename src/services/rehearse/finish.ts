import type { RehearsedForm } from '../../contracts/schemas';
import { invalid, notFound } from '../../core/errors';
import type { Score } from '../../core/rehearse';
import { dbOf, finishRehearsal as keepRehearsal, getRehearsal, type Actor } from '../../data';
import { doHeavy } from '../heavy';
import { chainKinds } from '../shop';

const LIMIT_MS = 10_000;

/** What the rules make of moves: `null` where they do not come to an end. */
export interface Judged {
  score: Score;
  kinds: string[];
  weakKinds: string[];
}

/** Ends a rehearsal: what it came to is worked out here from its moves, whatever the screen says. Sent twice it stays as it was. Throws not-found, `invalid` where it is not over. */
export async function finishRehearsal(by: Actor, id: string, { moves, takenSeconds }: RehearsedForm): Promise<Score> {
  const db = dbOf(by);
  const row = await getRehearsal(db, id);
  if (row.person !== by.id) throw notFound('no-rehearsal', 'There is no such rehearsal.');
  if (row.score) return row.score;
  const judged = await doHeavy<Judged | null>(
    'think',
    'judgeRehearsal',
    { setup: row.setup, moves, ownKinds: await chainKinds() },
    LIMIT_MS,
  );
  if (!judged) throw invalid('not-over', 'This rehearsal is not over yet.');
  await keepRehearsal(db, id, { moves, takenSeconds, ...judged });
  return (await getRehearsal(db, id)).score ?? judged.score;
}
