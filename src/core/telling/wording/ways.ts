import { DEFAULT_SCHOOLS, SCHOOL_QUESTIONS, type SchoolChoice, type Schools } from '../../document';
import { capital, ended } from '../../trade';

/** Where to start a pry that nobody recorded, by the shop's school. */
export const pryStartWords = ({ pryStart }: Schools = DEFAULT_SCHOOLS): string =>
  ({
    'hidden-end': 'Start at the hidden end, with a twist',
    middle: 'Start in the middle',
    hands: 'By hand, to feel what resists',
  })[pryStart];

/** What to seal a shield with, by the shop's school. */
export const butylWords = ({ butyl }: Schools = DEFAULT_SCHOOLS): string =>
  butyl === 'new'
    ? 'Old butyl off, new butyl all round.'
    : 'Press it back on its own butyl where that still grips and is whole; renew it where it does not.';

/** What is said of a part whose recorded pry tool the shop does not use, or where it may use another. */
export function pryToolWords({ pryTool }: Schools = DEFAULT_SCHOOLS, recorded: string | undefined): string | null {
  if (pryTool === 'plastic')
    return recorded === 'taped-steel' ? 'Recorded with taped steel; here with plastic only.' : null;
  return recorded === 'trim-tool' ? 'Where the gap is too tight: steel, taped.' : null;
}

/** The ways of working a plan follows, one sentence each: what differs from a new shop's, and what a procedure or a job asked for, with its reason. */
export function wayWords(schools: Schools, asked: readonly SchoolChoice[]): string[] {
  return SCHOOL_QUESTIONS.flatMap(({ of, asks, choices }) => {
    const own = asked.findLast((one) => one.of === of);
    if (!own && schools[of] === DEFAULT_SCHOOLS[of] && of !== 'powerDriver') return [];
    const words = choices.find(([choice]) => choice === schools[of])?.[1] ?? schools[of];
    return [`${asks}: ${words}.${own ? ` ${capital(ended(own.why))}` : ''}`];
  });
}
