import { DateTime } from 'luxon';
import { v7 as uuid } from 'uuid';
import {
  changeJobTimes,
  changeSettings,
  giveTool,
  keepShopTool,
  moveJob,
  openJob,
  openRun,
  readShop,
} from '../../src/services';
import { HOME } from '../../src/data';
import { actorOf } from './actor';

/** Who works on which of the demo's jobs, and when: the next day the shop is open. Two jobs that want the one rivet tool are left for whoever looks. */
export async function loadDay({
  done,
  running,
  waiting,
}: Record<'done' | 'running' | 'waiting', number>): Promise<void> {
  const [owner, lead] = [await actorOf('ines-okafor-lind'), await actorOf('tomas-varga')];
  const { settings } = await readShop(HOME);
  await changeSettings(owner, { ...settings, bays: ['Sea bay', 'Yard bay', 'Bay with the lift'] });
  await loadTools();
  const drover = await openJob(lead, {
    title: 'Front speakers',
    customer: 'Saltmarsh lifeboat crew',
    make: 'Brannock',
    model: 'Drover',
    year: 2019,
    body: 'pickup-crew',
    steering: 'left',
    label: 'crew truck',
  });
  const carry = await openJob(lead, {
    title: 'Speakers for reading aloud, front doors',
    customer: 'Tideland mobile library',
    make: 'Wicket',
    model: 'Carry',
    year: 2015,
    body: 'van',
    steering: 'left',
    label: 'library van',
  });
  const kite = await openJob(lead, {
    title: 'Intercom speakers, rear doors',
    customer: 'Tideway Driving School',
    make: 'Velden',
    model: 'Kite',
    year: 2018,
    body: 'hatch-5',
    steering: 'left',
    label: 'school car 3',
  });
  await openRun(lead, {
    job: drover,
    procedures: ['drover-front-door-crew'],
    goals: ['woofer'],
    options: { windows: 'power' },
    newParts: ['New woofer on its ring'],
  });
  await openRun(lead, {
    job: carry,
    procedures: ['carry-front-door'],
    goals: ['woofer'],
    options: { windows: 'crank', 'lower-bin': 'fitted' },
    newParts: ['Rivet nuts set', 'New woofer'],
  });
  const day = openDay(settings.timeZone, settings.quotes.days);
  const at = (time: string, days = 0) => `${day.plus({ days }).toISODate()}T${time}`;
  const place = (job: number, person: string | null, bay: string | null, time: string) =>
    moveJob(lead, job, { person, bay, startsAt: at(time), version: 0 });
  await place(done, 'bea-nwosu', null, '16:30');
  await place(running, 'rui-castellane', 'Sea bay', '09:00');
  await place(waiting, 'tomas-varga', 'Bay with the lift', '13:00');
  await place(carry, 'bea-nwosu', 'Yard bay', '12:45');
  await place(drover, 'rui-castellane', 'Sea bay', '11:30');
  const none = { dueAt: null, partsAt: null, parts: '' };
  await changeJobTimes(lead, done, { ...none, dueAt: at('17:00') });
  await changeJobTimes(lead, running, { ...none, dueAt: at('12:00') });
  await changeJobTimes(lead, waiting, { dueAt: at('16:30'), partsAt: at('11:00'), parts: 'M5 rivet nuts' });
  await changeJobTimes(lead, carry, { ...none, dueAt: at('14:00') });
  await changeJobTimes(lead, kite, { ...none, dueAt: at('16:00') });
}

async function loadTools(): Promise<void> {
  const lead = await actorOf('tomas-varga');
  const tool = { dueWhat: null, dueOn: null, note: '' };
  const rivet = uuid();
  await keepShopTool(lead, { ...tool, id: rivet, tool: 'rivet-tool', label: 'Rivet tool, red handle' });
  await keepShopTool(lead, {
    ...tool,
    id: uuid(),
    tool: 'drill',
    label: 'Drill 1',
    dueWhat: 'charge',
    dueOn: DateTime.now().plus({ days: 30 }).toISODate(),
  });
  await keepShopTool(lead, { ...tool, id: uuid(), tool: 'heat-gun', label: 'Heat gun', note: 'Keep off glass' });
  await giveTool(lead, rivet, 'bea-nwosu');
}

/** Today while the shop has half its day before it, else the next day it is open. */
function openDay(zone: string, days: number[]): DateTime {
  const now = DateTime.now().setZone(zone);
  let day = now.hour < 12 ? now : now.plus({ days: 1 });
  while (!days.includes(day.weekday)) day = day.plus({ days: 1 });
  return day;
}
