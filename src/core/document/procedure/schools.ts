/** Where practitioners disagree and a shop has its own way. */
export interface Schools {
  battery: 'always' | 'srs-and-cutting' | 'srs';
  pryStart: 'hidden-end' | 'middle' | 'hands';
  pryTool: 'plastic' | 'taped-steel';
  powerDriver: 'remove' | 'hand';
  butyl: 'reuse' | 'new';
  joints: 'adapter' | 'solder' | 'crimp';
  riveted: 'ring' | 'frame';
  damping: 'most' | 'strips' | 'quarter' | 'full';
}
export type SchoolName = keyof Schools;

/** A school that a procedure or a job follows instead of the shop's, and why. */
export type SchoolChoice = { [S in SchoolName]: { of: S; choice: Schools[S]; why: string } }[SchoolName];

/** One question with its schools; the first is the default of a new shop. All of them common practice, no source. */
export interface SchoolQuestion<S extends SchoolName = SchoolName> {
  of: S;
  asks: string;
  choices: [choice: Schools[S], words: string][];
  /** Why the default is the default. */
  why: string;
}

export const SCHOOL_QUESTIONS: SchoolQuestion[] = [
  {
    of: 'battery',
    asks: 'Battery negative off',
    choices: [
      ['srs', 'only for airbag connectors'],
      ['srs-and-cutting', 'for airbag connectors, cutting and splicing'],
      ['always', 'on every job'],
    ],
    why: 'Always forced before an airbag connector. Beyond that it costs clock, radio code and memory settings.',
  },
  {
    of: 'pryStart',
    asks: 'Where a pry starts, if nobody recorded it',
    choices: [
      ['hidden-end', 'at the hidden end, with a twist'],
      ['middle', 'in the middle'],
      ['hands', 'by hand only, to feel what resists'],
    ],
    why: 'A scratch at the hidden end does not show.',
  },
  {
    of: 'pryTool',
    asks: 'Pry tool',
    choices: [
      ['plastic', 'plastic only'],
      ['taped-steel', 'taped steel where the gap is too tight'],
    ],
    why: 'Plastic marks nothing; steel slips and scratches even when it is taped.',
  },
  {
    of: 'powerDriver',
    asks: 'Power driver on trim screws',
    choices: [
      ['remove', 'to take out, never to put back'],
      ['hand', 'never'],
    ],
    why: 'Taking out harms nothing; going back in it strips plastic and crosses threads.',
  },
  {
    of: 'butyl',
    asks: 'Water shield',
    choices: [
      ['reuse', 'its own butyl, if it still grips and is whole'],
      ['new', 'new butyl every time'],
    ],
    why: 'Butyl that still grips seals as well as new; where it does not, it is renewed.',
  },
  {
    of: 'joints',
    asks: 'Joints',
    choices: [
      ['adapter', 'plug adapters'],
      ['solder', 'solder and sleeve'],
      ['crimp', 'crimp'],
    ],
    why: 'With an adapter the car can go back to stock. Twist-on caps are not recommended: they shake loose.',
  },
  {
    of: 'riveted',
    asks: 'A riveted speaker',
    choices: [
      ['ring', 'rivets drilled out, adapter ring'],
      ['frame', 'cone cut out, its frame kept: not reversible'],
    ],
    why: 'With a ring the old speaker can go back in.',
  },
  {
    of: 'damping',
    asks: 'How much of the inner skin is damped',
    choices: [
      ['most', 'about 75 %'],
      ['strips', 'light strips'],
      ['quarter', 'about 25 %'],
      ['full', 'all of it'],
    ],
    why: 'Most of the flat skin does what can be heard; the rest is weight.',
  },
];

export const DEFAULT_SCHOOLS: Schools = {
  battery: 'srs',
  pryStart: 'hidden-end',
  pryTool: 'plastic',
  powerDriver: 'remove',
  butyl: 'reuse',
  joints: 'adapter',
  riveted: 'ring',
  damping: 'most',
};

/** The shop's schools as a procedure, then a job, follows them. */
export const schoolsFor = (
  shop: Schools,
  procedure: { schools?: readonly SchoolChoice[] } | undefined,
  job: readonly SchoolChoice[] = [],
): Schools =>
  [...(procedure?.schools ?? []), ...job].reduce<Schools>(
    (schools, { of, choice }) => ({ ...schools, [of]: choice }),
    shop,
  );
