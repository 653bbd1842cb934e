import { customerSchema, readForm } from '@/contracts/schemas';
import { changeCustomer } from '@/services';
import { answerPerson, readJson } from '../../../respond';
import { readJobNumber, type JobContext } from '../address';

export const PUT = (request: Request, { params }: JobContext) =>
  answerPerson(async (person) =>
    changeCustomer(person, await readJobNumber(params), readForm(customerSchema, await readJson(request))),
  );
