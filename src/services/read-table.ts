import { demandTable } from '../contracts/schemas';
import { invalid } from '../core/errors';
import { doHeavy, TooHard } from './heavy';

/** How long reading a table may take, milliseconds. */
const LIMIT_MS = 20_000;

type Answer<T> = { value: T } | { refused: { code: string; message: string } };

/** Reads a table that somebody sent, in a thread of its own. Throws `invalid` where it is larger than anything needs, or takes too long. */
export async function readSentTable<T>(name: 'readSpeakers' | 'readWires' | 'readDelivery', csv: string): Promise<T> {
  // What is built to cost much is known before it is handed over: the first line that is too wide or too long ends it.
  demandTable(csv);
  const answer = await doHeavy<Answer<T>>('think', name, csv, LIMIT_MS).catch((error: unknown): Answer<T> => {
    if (!(error instanceof TooHard)) throw error;
    return {
      refused: { code: 'too-hard', message: 'That list takes too long to read. Split it and import the parts.' },
    };
  });
  if ('refused' in answer) throw invalid(answer.refused.code, answer.refused.message);
  return answer.value;
}
