import type { JobTimesForm, PlaceForm } from '../../contracts/schemas';
import { conflict, invalid } from '../../core/errors';
import {
  dbOf,
  getJob,
  lockLog,
  placeJob,
  tellDay,
  transaction,
  unplaceJob,
  updateJobTimes,
  type Actor,
  type Db,
} from '../../data';
import type { SettingsForm } from '../../contracts/views';
import { worksHere } from '../people';
import { demand } from '../permission';
import { readShop } from '../shop';
import { momentFrom } from '../working-time';

/** Places a job, or moves it. Throws a conflict where somebody moved it meanwhile or the vehicle was given back, `invalid` where the bay or the person is not the shop's. */
export async function moveJob(by: Actor, jobNumber: number, place: PlaceForm): Promise<void> {
  demand(by, 'plan-day');
  const { settings } = await readShop(by.branch);
  await transaction(by, async (tx) => {
    await placeOn(tx, by, jobNumber, place, settings);
    await tellDay(tx);
  });
}

async function placeOn(
  tx: Db,
  by: Actor,
  jobNumber: number,
  { person, bay, startsAt, version }: PlaceForm,
  { bays, timeZone }: Pick<SettingsForm, 'bays' | 'timeZone'>,
): Promise<void> {
  const { visit } = await getJob(tx, by.branch, jobNumber);
  if ((await lockLog(tx, visit)).isClosed)
    throw conflict('given-back', `The vehicle of job ${jobNumber} was given back.`);
  if (person !== null && !(await worksHere(tx, by, person)))
    throw invalid('person-inactive', 'That person does not work here any more. Choose somebody else.');
  if (bay !== null && !bays.includes(bay)) throw invalid('no-bay', `There is no bay called “${bay}”.`);
  await placeJob(tx, { jobNumber, person, bay, startsAt: momentFrom(startsAt, timeZone), by: by.id }, version);
}

/** Takes a job off the day. Throws a conflict where somebody moved it meanwhile. */
export async function takeOffDay(by: Actor, jobNumber: number, version: number): Promise<void> {
  demand(by, 'plan-day');
  await transaction(by, async (tx) => {
    await getJob(tx, by.branch, jobNumber);
    await unplaceJob(tx, jobNumber, version);
    await tellDay(tx);
  });
}

/** Notes what a job is promised for and when its part comes. Throws not-found. */
export async function changeJobTimes(by: Actor, jobNumber: number, times: JobTimesForm): Promise<void> {
  demand(by, 'plan-day');
  const db = dbOf(by);
  const { timeZone } = (await readShop(by.branch)).settings;
  await getJob(db, by.branch, jobNumber);
  const moment = (text: string | null) => text && momentFrom(text, timeZone);
  await updateJobTimes(db, jobNumber, {
    dueAt: moment(times.dueAt) || null,
    partsAt: moment(times.partsAt) || null,
    parts: times.parts,
  });
  await tellDay(db);
}

/** Takes a proposed order on, whole. Throws a conflict where any of its jobs was moved meanwhile: nothing is changed then. */
export async function takeOrder(by: Actor, places: (PlaceForm & { job: number })[]): Promise<void> {
  demand(by, 'plan-day');
  const { settings } = await readShop(by.branch);
  await transaction(by, async (tx) => {
    for (const place of [...places].sort((a, b) => a.job - b.job)) await placeOn(tx, by, place.job, place, settings);
    await tellDay(tx);
  }).catch((error: unknown) => {
    if ((error as { code?: string }).code === 'moved-meanwhile')
      throw conflict(
        'moved-meanwhile',
        'Somebody moved one of these jobs meanwhile. Nothing was changed: order again.',
      );
    throw error;
  });
}
