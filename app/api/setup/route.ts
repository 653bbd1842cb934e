import { readForm, setupSchema } from '@/contracts/schemas';
import { conflict } from '@/core/errors';
import { needsSetup, setUpShop } from '@/services';
import { keepSession, readSender } from '../../session';
import { answer, readJson } from '../respond';

export const POST = (request: Request) =>
  answer(async () => {
    if (!(await needsSetup())) throw conflict('already-set-up', 'This shop is set up already: sign in.');
    await keepSession(await setUpShop(readForm(setupSchema, await readJson(request)), await readSender()));
  });
