import { beforeAll, describe, expect, it } from 'vitest';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { deviceOf } from '../support/work-run';
import { NOT_FITTED } from '@/core/bay';
import { discardDraft, draftFromRun, openJob, openRun, readDraft, receiveEvents } from '@/services';

const { people } = sharedKiteShop();
let run: string;
const KITE = 'kite-rear-door';
beforeAll(async () => {
  // A sister of the vehicle that the door was recorded on.
  const job = await openJob(people.technician, { ...kiteJob('Sister'), model: 'Kite Estate', year: 2016 });
  run = await openRun(people.technician, { job, ...REAR_SPEAKER });
});

describe('a run on a related procedure', () => {
  it('is no draft before a hand touched anything', async () => {
    await expect(draftFromRun(people.technician, run, KITE)).rejects.toMatchObject({ code: 'nothing-recorded' });
    await expect(draftFromRun(people.technician, run, 'no-such')).rejects.toMatchObject({ code: 'not-in-run' });
    await expect(draftFromRun(people.trainee, run, KITE)).rejects.toMatchObject({ kind: 'forbidden' });
  });

  it('becomes a draft for this vehicle with what differed, once, however often it is asked for', async () => {
    const stamp = deviceOf('technician');
    await receiveEvents(
      people.technician,
      run,
      [
        stamp({ type: 'started' }),
        stamp({ type: 'done', action: `release:${KITE}/t1` }),
        stamp({ type: 'extra', procedure: KITE, holds: 'card', kind: 'screw', drive: 'T25', count: 2 }),
        stamp({ type: 'skipped', action: `undo:${KITE}/l3`, reason: NOT_FITTED }),
      ],
      0,
    );
    const { id } = await draftFromRun(people.technician, run, KITE);
    const { document, version } = await readDraft(people.lead, id);
    expect([document.id, document.applies]).toEqual([
      id,
      [{ make: 'Velden', model: 'Kite Estate', from: 2016, to: 2016, steering: 'any' }],
    ]);
    expect(document.fasteners.some(({ drive, count }) => drive === 'T25' && count === 2)).toBe(true);
    expect(await draftFromRun(people.lead, run, KITE)).toEqual({ id });
    // Thrown away, it can be made again.
    await discardDraft(people.lead, id, version);
    expect((await draftFromRun(people.technician, run, KITE)).id).toBeTruthy();
  });
});
