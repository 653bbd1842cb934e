import { redactDue } from '@/services';
import { answerPerson } from '../respond';

/** Takes out everything whose keeping time is over. */
export const DELETE = () => answerPerson(async (person) => ({ jobs: await redactDue(person) }));
