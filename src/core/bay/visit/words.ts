import type { CheckResult, WaitFor } from './events';
import type { Answer, LaterRecord } from './fold';
import type { Comparison } from './compare';

/** The answers as they stand on buttons. */
export const RESULT_WORDS: [CheckResult, string][] = [
  ['works', 'Works'],
  ['fails', 'Does not'],
  ['intermittent', 'Now and then'],
  ['not-fitted', 'Not fitted'],
];

/** An answer in words: "works", "does not work", "only when warm". */
export function resultWords(answer: Pick<Answer, 'result' | 'condition'>): string {
  switch (answer.result) {
    case 'works':
      return 'works';
    case 'fails':
      return 'does not work';
    case 'not-fitted':
      return 'not fitted';
    case 'intermittent':
      return `works only sometimes${answer.condition ? `: ${answer.condition}` : ''}`;
  }
}

/** How a line stands against its arrival, in words. */
export const COMPARISON_WORDS: Record<Comparison, string> = {
  same: 'as on arrival',
  mended: 'better than on arrival',
  worse: 'worse than on arrival',
  'not-repeated': 'not repeated yet',
  'only-now': 'not checked on arrival',
  'not-checked': 'not checked',
};

/** What work may wait for, in words. */
export const WAIT_WORDS: Record<WaitFor, string> = { part: 'a part', decision: 'a decision', vehicle: 'the vehicle' };

/** What a record that came too late to count says, in words. */
export function laterWords({ event, after }: LaterRecord): string {
  if (after === 'taken-back') return 'Something that was signed was to be taken back; it stands';
  switch (event.type) {
    case 'checked':
      return `${event.group}, ${event.words}: ${resultWords({ result: event.result, condition: event.condition ?? null })}`;
    case 'marked':
      return `Mark: ${event.kind}${event.words ? `, ${event.words}` : ''}`;
    case 'vin':
      return `VIN ${event.vin}`;
    case 'note':
      return `Note: ${event.text}`;
    case 'photo':
      return `Photo${event.words ? `: ${event.words}` : ''}`;
    case 'checkInSkipped':
      return `Check-in skipped: ${event.reason}`;
    case 'explained':
      return `Explained: ${event.reason}`;
    case 'signed':
      return `Signed by ${event.name}`;
    case 'retracted':
      return 'Something was to be taken back; it stands';
    case 'looked':
      return 'A side of the vehicle was looked at';
    case 'unsigned':
      return `Not signed: ${event.reason}`;
    case 'zone':
      return `Zone added: ${event.zone}, ${event.side}`;
    case 'waits':
      return `Waiting for: ${event.what}`;
    case 'waitOver':
      return 'A wait is over';
    case 'closed':
      return 'Given back once more';
  }
}
