import { readForm, setupSchema } from '@/contracts';
import { setUpShop } from '@/services';
import { keepSession } from '../../session';
import { answer, demandSameSite, readJson } from '../respond';

export const POST = (request: Request) => answer(async () => {
  demandSameSite(request);
  await keepSession(await setUpShop(readForm(setupSchema, await readJson(request))));
});
