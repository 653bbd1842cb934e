import { readForm, taskKeySchema, taskSchema } from '@/contracts/schemas';
import { demand, dropRehearsal, setRehearsal } from '@/services';
import { answerPerson, readJson } from '../respond';

export const PUT = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'approve');
    return setRehearsal(person, readForm(taskSchema, await readJson(request)));
  });

export const DELETE = (request: Request) =>
  answerPerson(async (person) => {
    demand(person, 'approve');
    return dropRehearsal(person, readForm(taskKeySchema, await readJson(request)));
  });
