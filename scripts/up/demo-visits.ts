import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import {
  type EventStamp,
  checkLines,
  foldVisit,
  type CheckLine,
  type VisitEvent,
  type VisitFact,
  type Walk,
} from '../../src/core/bay';
import { HOME, type Actor } from '../../src/data';
import { keepPhoto, openVisit, receiveEvents } from '../../src/services';
import { actorOf } from './actor';

/** A name drawn with a pen, in the space of a signature. */
const PEN: [number, number][][] = [
  [
    [120, 260],
    [170, 120],
    [210, 110],
    [190, 220],
    [240, 250],
    [300, 170],
    [330, 180],
    [320, 250],
    [380, 240],
  ],
  [
    [420, 250],
    [450, 150],
    [470, 240],
    [520, 180],
    [560, 240],
    [620, 230],
    [700, 200],
    [820, 190],
  ],
  [
    [110, 300],
    [840, 280],
  ],
];

/** Check-ins of the demo's jobs: one signed with a fault and marks, one compared and waiting to be given back, one that waits for a part. */
export async function loadVisits({
  done,
  running,
  waiting,
}: {
  done: number;
  running: number;
  waiting: number;
}): Promise<void> {
  const [rui, bea, tomas] = await Promise.all(['rui-castellane', 'bea-nwosu', 'tomas-varga'].map((id) => actorOf(id)));
  await checkIn(
    rui,
    running,
    {
      'rear-door.left/speaker': { result: 'intermittent', condition: 'when warm' },
      'vehicle/clock': { result: 'fails' },
    },
    [
      {
        type: 'marked',
        view: 'left',
        x: 0.62,
        y: 0.6,
        kind: 'scratch',
        words: '4 cm, below the handle',
        walk: 'arrival',
        photo: await drawnPhoto(rui, running, 'scratch'),
      },
      {
        type: 'marked',
        view: 'interior',
        x: 0.7,
        y: 0.42,
        kind: 'stain',
        words: 'seat, driver side rear',
        walk: 'arrival',
      },
    ],
    'T. Ashgrove, Tideway Driving School',
  );
  await checkIn(
    bea,
    done,
    {},
    [{ type: 'marked', view: 'rear', x: 0.28, y: 0.72, kind: 'chip', words: 'bumper edge', walk: 'arrival' }],
    'T. Ashgrove, Tideway Driving School',
    true,
  );
  const { job } = await openVisit(HOME, waiting);
  await receiveEvents(
    tomas,
    job.visit,
    stamped(tomas, [{ type: 'waits', for: 'part', what: 'M5 rivet nuts, 3 of them; two in stores' }]),
    0,
  );
}

type Answers = Record<string, Pick<Extract<VisitFact, { type: 'checked' }>, 'result' | 'condition'>>;

async function checkIn(
  by: Actor,
  jobNumber: number,
  odd: Answers,
  marks: VisitFact[],
  customer: string,
  walkedAgain = false,
): Promise<void> {
  const { job, zones } = await openVisit(HOME, jobNumber);
  const lines = checkLines(zones);
  const answers = (walk: Walk): VisitFact[] =>
    lines.map((line: CheckLine) => ({ type: 'checked', ...line, walk, ...(odd[line.line] ?? { result: 'works' }) }));
  const checks = stamped(by, [...answers('arrival'), ...marks]);
  const signed: VisitFact = {
    type: 'signed',
    walk: 'arrival',
    name: customer,
    strokes: PEN,
    covers: checks.length,
    records: checks.map(({ id }) => id),
  };
  const events = [...checks, ...stamped(by, [signed, ...(walkedAgain ? answers('departure') : [])], checks.length)];
  if (foldVisit(events).lines.size !== lines.length) throw new Error('The demo check-in does not cover its lines.');
  await receiveEvents(by, job.visit, events, 0);
}

function stamped(by: Actor, facts: VisitFact[], from = 0): VisitEvent[] {
  const first = Date.UTC(2026, 2, 2, 8, 30);
  const stamp = (n: number): EventStamp => ({
    id: uuid(),
    lamport: n + 1,
    device: 'demo-tablet',
    seq: n + 1,
    person: by.id,
    at: new Date(first + n * 9000).toISOString(),
  });
  return facts.map((fact, n) => ({ ...stamp(from + n), ...fact }));
}

/** A drawing that stands for a photo: a door skin with a scratch. */
async function drawnPhoto(by: Actor, jobNumber: number, words: string): Promise<string> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="800"><defs><linearGradient id="g" x2="0" y2="1"><stop stop-color="#7d97a6"/><stop offset="1" stop-color="#4c6372"/></linearGradient></defs>
    <rect width="1200" height="800" fill="url(#g)"/><path d="M0 250Q600 210 1200 260" stroke="#9fb6c2" stroke-width="10" fill="none"/><rect x="820" y="300" width="240" height="70" rx="30" fill="#2c3a43"/>
    <path d="M420 480l60 12 40-8 90 22 70-6" stroke="#e8e4da" stroke-width="7" fill="none"/><path d="M470 505l50 6 80 12" stroke="#d5d0c3" stroke-width="4" fill="none"/><title>${words}</title></svg>`;
  const bytes = await sharp(Buffer.from(svg)).jpeg({ quality: 85 }).toBuffer();
  const id = uuid();
  await keepPhoto(by, {
    id,
    owner: { jobNumber, procedure: null },
    bytes,
    sha256: createHash('sha256').update(bytes).digest('hex'),
  });
  return id;
}
