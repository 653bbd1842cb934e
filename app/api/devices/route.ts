import { deviceSchema, readForm } from '@/contracts/schemas';
import { enrolDevice } from '@/services';
import { keepTablet, readSender } from '../../session';
import { answer, readJson } from '../respond';

/** Lets the tablet in that asks. Whoever says so gives the password with it: nobody need be signed in. */
export const POST = (request: Request) =>
  answer(async () =>
    keepTablet(await enrolDevice(readForm(deviceSchema, await readJson(request)), await readSender())),
  );
