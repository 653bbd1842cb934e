import type { DeviceForm } from '../contracts/schemas';
import { forbidden } from '../core/errors';
import {
  dbOf,
  doorDb,
  deleteSessionsOn,
  findDevice,
  insertDevice,
  listDevices,
  revokeDevice,
  tellPeople,
  transaction,
  type Actor,
  type DeviceRow,
} from '../data';
import { demand, isLead } from './permission';
import { newToken, tokenHash } from './secrets';
import { writeSecurityLine } from './security-log';
import { checkPassword, type Sender } from './sign-in';

/** The tablet a token belongs to; null where it is none, or no longer let in. */
export const findTablet = (token: string | undefined): Promise<DeviceRow | null> =>
  token ? findDevice(doorDb, tokenHash(token)) : Promise.resolve(null);

/** Lets the tablet in that asks, on the word of a lead or owner who gives the password on it. Returns its token. */
export async function enrolDevice({ person, password, name }: DeviceForm, sender: Sender): Promise<string> {
  const by = await checkPassword(person, password, sender);
  if (!isLead(by)) throw forbidden('not-allowed', 'Only a lead or owner can enrol a tablet.');
  // The tablet is that lead's branch's from now on.
  const token = newToken();
  await insertDevice(dbOf(by), { name, tokenHash: tokenHash(token), by: by.id });
  writeSecurityLine('tablet-enrolled', { name, by: by.id, from: sender.address });
  return token;
}

/** Every tablet that was ever let in. */
export async function everyDevice(by: Actor): Promise<DeviceRow[]> {
  demand(by, 'set-up');
  const db = dbOf(by);
  return listDevices(db);
}

/** Shuts a tablet out at once: its sessions end, and PINs no longer work on it. */
export async function shutOutDevice(by: Actor, id: string): Promise<void> {
  demand(by, 'set-up');
  await transaction(by, async (tx) => {
    await revokeDevice(tx, id, by.id);
    await deleteSessionsOn(tx, id);
    await tellPeople(tx);
  });
  writeSecurityLine('tablet-shut-out', { tablet: id, by: by.id });
}
