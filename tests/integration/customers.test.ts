import { WALKED_ROUND } from '../support/visit';
import { createHash, randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { eraseCommand, listCommand } from '../../scripts/customers';
import { asOwner, closePool } from '../support/database';
import { kiteJob, sharedKiteShop } from '../support/kite-shop';
import { readPdf } from '../support/read-pdf';
import type { VisitEvent, VisitFact } from '@/core/bay';
import {
  changeCustomer,
  changeSettings,
  exportCustomer,
  keepPhoto,
  openJob,
  openVisit,
  printReport,
  readPhoto,
  readReport,
  readShop,
  receiveEvents,
  redactCustomer,
  redactDue,
  viewCustomers,
} from '@/services';
import { HOME } from '@/data';

const { people } = sharedKiteShop();
let photo: string;
let job: number;
beforeAll(async () => {
  job = await openJob(people.technician, { ...kiteJob('Speakers', 'Zoë Łąkowska'), label: 'AB-123-CD' });
  const bytes = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#4c6372' } })
    .jpeg()
    .toBuffer();
  photo = randomUUID();
  await keepPhoto(people.technician, {
    id: photo,
    owner: { jobNumber: job, procedure: null },
    bytes,
    sha256: createHash('sha256').update(bytes).digest('hex'),
  });
});

let lamport = 0;
const event = (fact: VisitFact): VisitEvent => {
  lamport += 1;
  return {
    id: randomUUID(),
    lamport,
    device: 'a',
    seq: lamport,
    person: 'technician',
    at: '2026-03-02T09:00:00.000Z',
    ...fact,
  };
};
const everything = async () =>
  JSON.stringify(
    await asOwner(
      `select (select json_agg(j) from jobs j) as jobs, (select json_agg(v) from vehicles v) as vehicles, (select json_agg(e) from events e) as events, (select json_agg(f) from flags f) as flags`,
    ),
  );

describe('a customer’s data', () => {
  it('is listed, and handed out whole, for the owner only', async () => {
    const {
      job: { visit },
    } = await openVisit(HOME, job);
    const records = [event({ type: 'vin', vin: '1M8GDM9AXKP042788', how: 'typed' }), event({ type: 'photo', photo })];
    await receiveEvents(
      people.technician,
      visit,
      [
        ...records,
        event({
          type: 'signed',
          walk: 'arrival',
          name: 'Zoë Łąkowska',
          strokes: [
            [
              [1, 2],
              [3, 4],
            ],
          ],
          covers: 0,
          records: records.map(({ id }) => id),
        }),
      ],
      0,
    );
    expect((await viewCustomers(people.owner)).find((row) => row.jobNumber === job)).toMatchObject({
      customer: 'Zoë Łąkowska',
      plate: 'AB-123-CD',
      vin: '1M8GDM9AXKP042788',
      signatures: 1,
      photos: 1,
      closedAt: null,
      isDue: false,
    });
    const handed = await exportCustomer(people.owner, job);
    expect(handed).toMatchObject({
      format: 'pezzo-customer/1',
      held: { customer: 'Zoë Łąkowska' },
      report: { signatures: { arrival: { name: 'Zoë Łąkowska' } } },
      photos: [{ id: photo }],
    });
    expect((await sharp(Buffer.from(handed.photos[0].jpeg, 'base64')).metadata()).format).toBe('jpeg');
    for (const by of [people.lead, people.technician, { ...people.owner, byPassword: false }]) {
      await expect(viewCustomers(by)).rejects.toMatchObject({ kind: 'forbidden' });
      await expect(exportCustomer(by, job)).rejects.toMatchObject({ kind: 'forbidden' });
      await expect(redactCustomer(by, job)).rejects.toMatchObject({ kind: 'forbidden' });
    }
  });

  it('stays while the vehicle is here, and is due once the shop’s keeping time is over', async () => {
    await expect(redactCustomer(people.owner, job)).rejects.toMatchObject({ code: 'still-here' });
    const {
      job: { visit },
    } = await openVisit(HOME, job);
    await receiveEvents(
      people.technician,
      visit,
      WALKED_ROUND.map((fact) => event(fact)),
      0,
    );
    await receiveEvents(people.technician, visit, [event({ type: 'closed' })], 0);
    const [soon, late] = [new Date(Date.now() + 5 * 30 * 86_400_000), new Date(Date.now() + 7 * 31 * 86_400_000)];
    expect((await viewCustomers(people.owner, late)).some((row) => row.isDue)).toBe(false);
    await changeSettings(people.owner, { ...(await readShop(HOME)).settings, keepingMonths: 6 });
    expect([
      (await viewCustomers(people.owner, soon)).some((row) => row.isDue),
      (await viewCustomers(people.owner, late)).filter((row) => row.isDue).map((row) => row.jobNumber),
    ]).toEqual([false, [job]]);
    const form = { customer: 'Zoë Łąkowska', phone: '', label: 'AB-123-CD', keepMonths: null };
    const isDue = async (now: Date) =>
      (await viewCustomers(people.owner, now)).find((row) => row.jobNumber === job)!.isDue;
    // The customer's own keeping time goes before the shop's; whoever does not agree to be kept is due at once.
    await changeCustomer(people.lead, job, { ...form, consent: true, keepMonths: 12 });
    expect(await isDue(late)).toBe(false);
    await changeCustomer(people.lead, job, { ...form, consent: false });
    expect(await isDue(new Date())).toBe(true);
    await changeCustomer(people.lead, job, { ...form, consent: null });
    expect(await isDue(soon)).toBe(false);
  });

  it('is taken out for good: name, plate, VIN, signature, photo; what was done stays', async () => {
    const before = await readReport(HOME, job);
    expect(await redactDue(people.owner, new Date(Date.now() + 7 * 31 * 86_400_000))).toEqual([job]);
    const left = await everything();
    for (const words of ['Łąkowska', 'AB-123-CD', '1M8GDM9AXKP042788']) expect(left).not.toContain(words);
    await expect(readPhoto(HOME, photo, 'picture')).rejects.toMatchObject({ code: 'photo-redacted' });
    const after = await readReport(HOME, job);
    expect([after.lines, after.closed, after.vehicle.make, after.signatures.arrival!.at]).toEqual([
      before.lines,
      true,
      'Velden',
      before.signatures.arrival!.at,
    ]);
    const { text } = await readPdf(await printReport(HOME, job));
    expect(text).toContain('Customer data erased');
    expect(text).toContain('Its photo was erased');
    expect((await viewCustomers(people.owner)).find((row) => row.jobNumber === job)).toMatchObject({
      customer: '',
      vin: null,
      photos: 0,
      isDue: false,
      redactedAt: expect.any(Date),
    });
  });

  it('is handled on the command line, too, by whoever has the machine', async () => {
    const written: string[] = [];
    const write = vi.spyOn(process.stdout, 'write').mockImplementation((text) => {
      written.push(String(text));
      return true;
    });
    const url = process.env.DATABASE_URL;
    process.env.PEZZO_OWNER_URL = process.env.PEZZO_TEST_OWNER_URL;
    await closePool();
    expect(await listCommand({ json: true })).toBe(0);
    write.mockRestore();
    delete process.env.PEZZO_OWNER_URL;
    process.env.DATABASE_URL = url;
    expect(
      (JSON.parse(written.join('')) as { jobNumber: number; redactedAt: string | null }[]).find(
        (row) => row.jobNumber === job,
      )!.redactedAt,
    ).not.toBeNull();
    expect(() => eraseCommand(undefined, {})).toThrow('--due');
    expect(await eraseCommand(999_999, {})).toBe(1);
    process.env.DATABASE_URL = url;
  });

  it('of a job that there is none of is not found', async () => {
    await expect(exportCustomer(people.owner, 999_999)).rejects.toMatchObject({ kind: 'not-found' });
    await expect(redactCustomer(people.owner, 999_999)).rejects.toMatchObject({ kind: 'not-found' });
  });
});
