import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { asOwner } from '../support/database';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { WALKED_ROUND } from '../support/visit';
import { readPdf } from '../support/read-pdf';
import { deviceOf, workThrough } from '../support/work-run';
import { foldRun, type RunFact, foldVisit, recordsToSign, type VisitEvent, type VisitFact } from '@/core/bay';
import {
  eventsSince,
  openJob,
  openRun,
  openRunScreen,
  openVisit,
  printReport,
  readReport,
  receiveEvents,
  viewJob,
} from '@/services';
import { HOME, dbOf } from '@/data';

const db = dbOf(HOME);

const { people } = sharedKiteShop();

let lamport = 0;
const event = (fact: RunFact | VisitFact, person = 'technician', over: object = {}) => {
  lamport += 1;
  return {
    id: randomUUID() as string,
    lamport,
    device: 'a',
    seq: lamport,
    person,
    at: new Date().toISOString(),
    ...fact,
    ...over,
  };
};
const send = (log: string, ...events: object[]) => receiveEvents(people.technician, log, events, 0);
const reasonsOf = async (one: { id: string }) =>
  (
    await db.query<{ reason: string }>('select reason from flags where event_id = $1 order by reason', [one.id])
  ).rows.map(({ reason }) => reason);
const radio = (walk: 'arrival' | 'departure', result: 'works' | 'fails'): VisitFact => ({
  type: 'checked',
  line: 'vehicle/radio',
  group: 'The vehicle',
  words: 'Radio plays',
  walk,
  result,
});
const stateOf = async (visit: string) => foldVisit((await eventsSince(HOME, visit, 0)).events as VisitEvent[]);
const signature = (records: string[], walk: 'arrival' | 'departure' = 'arrival'): VisitFact => ({
  type: 'signed',
  walk,
  name: 'Zoë',
  strokes: [
    [
      [10, 10],
      [400, 200],
    ],
  ],
  covers: records.length,
  records,
});

/** A visit with one line and one note, signed by the customer. */
async function signedVisit() {
  const number = await openJob(people.technician, kiteJob('Signed'));
  const { visit } = (await openVisit(HOME, number)).job;
  const records = [event(radio('arrival', 'works')), event({ type: 'note', text: 'rattles' })];
  const signed = event(signature(records.map(({ id }) => id)));
  await send(visit, ...records, signed);
  return { number, visit, records, signed };
}

describe('after the customer has signed', () => {
  it('nothing of what was signed changes: later records stand beside, flagged, with who and when', async () => {
    const { number, visit, records } = await signedVisit();
    const changed = event(radio('arrival', 'fails'), 'technician', { lamport: 1 });
    const back = event({ type: 'retracted', event: records[1].id });
    expect((await send(visit, changed, back)).setAside).toEqual([]);
    const state = await stateOf(visit);
    expect([state.lines.get('vehicle/radio')!.arrival!.result, state.notes.map(({ text }) => text)]).toEqual([
      'works',
      ['rattles'],
    ]);
    expect([await reasonsOf(changed), await reasonsOf(back)]).toEqual([['late'], ['late']]);
    expect((await viewJob(HOME, number)).flags).toBe(2);
    const report = await readReport(HOME, number);
    expect(report.later).toMatchObject([
      { words: 'The vehicle, Radio plays: does not work', by: 'The technician', at: changed.at },
      { words: expect.stringContaining('taken back'), by: 'The technician' },
    ]);
    expect((await readPdf(await printReport(HOME, number))).text).toContain(
      'After the signature, or after it was given back',
    );
  });

  it('the signature is never taken back, and is taken from nobody but the person signed in', async () => {
    const { visit, signed } = await signedVisit();
    const back = event({ type: 'retracted', event: signed.id });
    const forged = event(signature([]), 'lead');
    expect((await send(visit, back, forged)).setAside.map(({ id }) => id)).toEqual([back.id, forged.id]);
    expect([await reasonsOf(back), await reasonsOf(forged)]).toEqual([['protected'], ['not-own']]);
    expect((await stateOf(visit)).signed.map(({ person }) => person)).toEqual(['technician']);
  });

  it('is sealed: the server works out what was signed, and no other name signs the very same again', async () => {
    const { number, visit, records, signed } = await signedVisit();
    const ids = records.map(({ id }) => id);
    const seal = (await stateOf(visit)).signatures.arrival!.seal;
    expect(seal).toMatch(/^[0-9a-f]{64}$/);
    const other = event({ ...signature(ids), name: 'Somebody else', seal: '0'.repeat(64) } as VisitFact);
    expect((await send(visit, other)).setAside).toEqual([
      { id: other.id, reason: 'Zoë has signed exactly this already; Somebody else cannot sign the same again.' },
    ]);
    const more = event({
      type: 'marked',
      view: 'left',
      x: 0.4,
      y: 0.5,
      kind: 'dent',
      words: 'too late',
      walk: 'arrival',
    });
    await send(visit, more);
    const before = await readReport(HOME, number);
    // What came after the signature is told there, and numbered nowhere.
    expect([before.marks, before.later.map(({ words }) => words)]).toEqual([[], [expect.stringContaining('dent')]]);
    const later = event({ ...signature([...ids, more.id]), name: 'Somebody else' } as VisitFact);
    expect((await send(visit, later)).setAside).toEqual([]);
    const report = await readReport(HOME, number);
    expect(report.marks).toMatchObject([{ n: 1, kind: 'dent' }]);
    expect([report.earlierSignatures[0], report.signatures.arrival]).toMatchObject([
      { name: 'Zoë', seal, sealHolds: true },
      { name: 'Somebody else', sealHolds: true },
    ]);
    expect(report.signatures.arrival!.seal).not.toBe(seal);
    // A seal that is sent along says nothing.
    expect((await stateOf(visit)).signed.map((one) => one.seal)).not.toContain('0'.repeat(64));
    expect(signed.type).toBe('signed');
    const { text } = await readPdf(await printReport(HOME, number));
    expect(text.replace(/\s+/g, '')).toContain(`Sealofwhatwassigned:${seal!.slice(0, 32)}`);
    expect(text).toMatch(/Made by Pezzo \d+\.\d+\.\d+ from \d+ records in an unbroken chain/);
  });

  it('is one: of two people who sign the very same at once one stands, and the other is told', async () => {
    const number = await openJob(people.technician, kiteJob('Both at once'));
    const { visit } = (await openVisit(HOME, number)).job;
    const record = event(radio('arrival', 'works'));
    await send(visit, record);
    const zoe = event(signature([record.id]));
    const other = event({ ...signature([record.id]), name: 'Somebody else' } as VisitFact, 'lead', { device: 'b' });
    const answers = await Promise.all([
      receiveEvents(people.technician, visit, [zoe], 0),
      receiveEvents(people.lead, visit, [other], 0),
    ]);
    const refused = answers.flatMap(({ setAside }) => setAside.map(({ id }) => id));
    expect(refused).toHaveLength(1);
    const { signed } = await stateOf(visit);
    expect(signed.map(({ name }) => name)).toEqual([refused.includes(zoe.id) ? 'Somebody else' : 'Zoë']);
    const report = await readReport(HOME, number);
    expect([report.signatures.arrival!.sealHolds, report.earlierSignatures]).toEqual([true, []]);
  });

  it('a second signature stands beside the first, and covers what was recorded since', async () => {
    const { number, visit } = await signedVisit();
    await send(visit, event(radio('arrival', 'fails')));
    const { log } = await stateOf(visit);
    await send(visit, event(signature(log.filter(({ type }) => type !== 'signed').map(({ id }) => id))));
    const report = await readReport(HOME, number);
    expect([
      report.earlierSignatures.length,
      report.later,
      report.lines.find(({ line }) => line === 'vehicle/radio')!.arrival!.result,
    ]).toEqual([1, [], 'fails']);
  });

  it('the VIN that was signed stays the vehicle’s', async () => {
    const number = await openJob(people.technician, kiteJob('VIN'));
    const { visit } = (await openVisit(HOME, number)).job;
    await send(visit, event({ type: 'vin', vin: '1M8GDM9AXKP042788', how: 'typed' }));
    await send(visit, event(signature(recordsToSign(await stateOf(visit), 'arrival'))));
    await send(visit, event({ type: 'vin', vin: '11111111111111111', how: 'typed' }));
    expect((await openVisit(HOME, number)).job.vehicle.vin).toBe('1M8GDM9AXKP042788');
  });
});

describe('after the vehicle was given back', () => {
  it('everything is frozen, and nobody closes in another’s name', async () => {
    const { number, visit } = await signedVisit();
    await send(visit, event(radio('departure', 'works')), ...WALKED_ROUND.map((fact) => event(fact)));
    const forged = event({ type: 'closed' }, 'lead');
    expect((await send(visit, forged)).setAside.map(({ id }) => id)).toEqual([forged.id]);
    expect((await viewJob(HOME, number)).visit.closed).toBe(false);
    const closed = event({ type: 'closed' });
    await send(visit, closed);
    const after = [
      event(radio('departure', 'fails'), 'technician', { lamport: 1 }),
      event({ type: 'note', text: 'later' }),
      event({ type: 'retracted', event: closed.id }),
    ];
    await send(visit, ...after);
    const state = await stateOf(visit);
    expect([state.closed, state.lines.get('vehicle/radio')!.departure!.result, state.notes.length]).toEqual([
      true,
      'works',
      1,
    ]);
    expect(
      state.later
        .filter((one) => one.after === 'closed')
        .map(({ event: one }) => one.id)
        .sort(),
    ).toEqual([after[0].id, after[1].id].sort());
    expect([await reasonsOf(after[0]), await reasonsOf(after[1]), await reasonsOf(after[2])]).toEqual([
      ['late'],
      ['late'],
      ['protected'],
    ]);
    expect((await readReport(HOME, number)).later.map(({ words }) => words)).toContain('Note: later');
  });

  it('no run begins any more: neither a new one nor one that was never started', async () => {
    const { number, visit } = await signedVisit();
    const run = await openRun(people.technician, { job: number, ...REAR_SPEAKER });
    await send(visit, event(radio('departure', 'works')), ...WALKED_ROUND.map((fact) => event(fact)));
    await send(visit, ...(await openVisit(HOME, number)).zones.map(() => event({ type: 'note', text: 'all walked' })));
    const lines = (await readReport(HOME, number)).lines.filter(({ comparison }) => comparison === 'not-repeated');
    expect(lines).toEqual([]);
    await send(visit, event({ type: 'closed' }));
    await expect(openRun(people.technician, { job: number, ...REAR_SPEAKER })).rejects.toMatchObject({
      code: 'given-back',
    });
    const started = event({ type: 'started' });
    await send(run, started);
    expect([await reasonsOf(started), foldRun((await openRunScreen(HOME, run)).events).started]).toEqual([
      ['late'],
      false,
    ]);
  });
});

describe('after a run was finished', () => {
  async function finishedRun() {
    const job = await openJob(people.technician, kiteJob('Run'));
    const run = await openRun(people.technician, { job, ...REAR_SPEAKER });
    const stamp = deviceOf('technician', 'bench', 0);
    const events = [...workThrough((await openRunScreen(HOME, run)).run.plan, stamp), stamp({ type: 'finished' })];
    await send(run, ...events);
    return { job, run, events };
  }

  it('its ledger stays: late counts, losses and retractions stand beside and are in the report', async () => {
    const { job, run, events } = await finishedRun();
    const before = foldRun(events);
    const done = events.find(({ type }) => type === 'done')!;
    const late = [
      event({ type: 'lost', item: 'kite-rear-door/c1', count: 3 }, 'technician', { lamport: 2 }),
      event({ type: 'retracted', event: done.id }),
    ];
    expect((await send(run, ...late)).setAside).toEqual([]);
    const { events: kept } = await openRunScreen(HOME, run);
    const after = foldRun(kept);
    expect([after.pieces, after.done, after.finished]).toEqual([before.pieces, before.done, true]);
    expect(after.later.map(({ id }) => id)).toEqual(late.map(({ id }) => id));
    expect(await reasonsOf(late[0])).toEqual(['late']);
    const report = await readReport(HOME, job);
    expect(report.runs[0].later).toHaveLength(2);
    expect(report.runs[0].ledger.every(({ balances }) => balances)).toBe(true);
    expect((await readPdf(await printReport(HOME, job))).text).toContain('Recorded after it was finished: lost');
  });

  it('a tablet that comes back after two days tells what it had, and nothing that was signed or counted moves', async () => {
    const { job, run } = await finishedRun();
    const { visit } = (await openVisit(HOME, job)).job;
    const { lines } = await readReport(HOME, job);
    const all = (walk: 'arrival' | 'departure') =>
      lines.map(({ line, group, words }): VisitFact => ({
        type: 'checked',
        line,
        group,
        words,
        walk,
        result: 'works',
      }));
    const walked = [...all('arrival'), ...all('departure'), ...WALKED_ROUND.slice(0, -1)].map((fact) => event(fact));
    await send(visit, ...walked);
    await send(visit, event(signature(recordsToSign(await stateOf(visit), 'departure'), 'departure')));
    expect((await send(visit, event({ type: 'closed' }))).setAside).toEqual([]);
    const before = await readReport(HOME, job);
    const old = { device: 'away', at: new Date(Date.now() - 2 * 86_400_000).toISOString() };
    const atTheDoor = [
      event({ type: 'broken', item: 'kite-rear-door/c1', count: 1 }, 'technician', { ...old, lamport: 3 }),
      event({ type: 'note', text: 'tab was cracked' }, 'technician', { ...old, lamport: 4 }),
    ];
    const atTheCar = [event(radio('departure', 'fails'), 'technician', { ...old, lamport: 3 })];
    expect((await send(run, ...atTheDoor)).setAside).toEqual([]);
    expect((await send(visit, ...atTheCar)).setAside).toEqual([]);
    const after = await readReport(HOME, job);
    expect(after.runs[0].ledger).toEqual(before.runs[0].ledger);
    expect([after.lines, after.signatures]).toEqual([before.lines, before.signatures]);
    expect([after.runs[0].later.length, after.later.length]).toEqual([2, 1]);
    for (const late of [...atTheDoor, ...atTheCar]) expect(await reasonsOf(late)).toEqual(['late']);
    // Sent a second time, as after an answer that was lost, it changes nothing more.
    await send(run, ...atTheDoor);
    expect((await readReport(HOME, job)).runs[0].later).toHaveLength(2);
  });

  it('“finished” itself is never taken back, and is said by nobody for another', async () => {
    const { run, events } = await finishedRun();
    const back = event({ type: 'retracted', event: events.at(-1)!.id });
    expect((await send(run, back)).setAside.map(({ id }) => id)).toEqual([back.id]);
    const open = await openRun(people.technician, {
      job: await openJob(people.technician, kiteJob('Open')),
      ...REAR_SPEAKER,
    });
    const forged = event({ type: 'finished' }, 'lead');
    expect((await send(open, forged)).setAside).toMatchObject([{ id: forged.id }]);
  });
});

describe('the order of a log', () => {
  it('cannot be run ahead of by more than a million, so that no single event bricks a run', async () => {
    const run = await openRun(people.technician, {
      job: await openJob(people.technician, kiteJob('Clock')),
      ...REAR_SPEAKER,
    });
    const far = event({ type: 'note', text: 'far' }, 'technician', { lamport: Number.MAX_SAFE_INTEGER });
    const near = event({ type: 'note', text: 'near' }, 'technician', { lamport: 1_000_000 });
    const answer = await send(run, far, near);
    expect([answer.setAside.map(({ id }) => id), await reasonsOf(far)]).toEqual([[far.id], ['too-far-ahead']]);
    expect((await eventsSince(HOME, run, 0)).events.map(({ id }) => id)).toEqual([near.id]);
    expect(
      (await send(run, event({ type: 'note', text: 'next' }, 'technician', { lamport: 2_000_000 }))).setAside,
    ).toEqual([]);
  });

  it('an event that the database cannot hold is set aside by itself, and holds up no other', async () => {
    const run = await openRun(people.technician, {
      job: await openJob(people.technician, kiteJob('Odd')),
      ...REAR_SPEAKER,
    });
    const good = [event({ type: 'note', text: 'one' }), event({ type: 'note', text: 'two' })];
    const odd = [
      event({ type: 'note', text: 'a\u0000b' }),
      event({ type: 'note', text: 'x' }, 'technician', { at: '0000-01-01T00:00:00Z' }),
      event({ type: 'note', text: 'half \ud800' }),
      event({ type: 'note', text: 'x' }, 'technician', { seq: 1e300 }),
    ];
    const answer = await send(run, good[0], ...odd, good[1]);
    expect(answer.setAside.map(({ id }) => id)).toEqual(odd.map(({ id }) => id));
    expect((await eventsSince(HOME, run, 0)).events.map(({ id }) => id)).toEqual(good.map(({ id }) => id));
  });

  it('closes once: the database lets nobody open a log again, not even its owner', async () => {
    await expect(asOwner('update logs set closed_position = null where closed_position is not null')).rejects.toThrow(
      'closed once',
    );
    await expect(
      asOwner('update logs set closed_position = closed_position + 1 where closed_position is not null'),
    ).rejects.toThrow('closed once');
  });
});
