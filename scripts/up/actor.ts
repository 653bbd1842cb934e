import { dbOf, getPerson, HOME, type Actor } from '../../src/data';

/** Somebody of the demo, as if signed in at the desk. */
export const actorOf = async (id: string): Promise<Actor> => ({
  ...(await getPerson(dbOf(HOME), id)),
  byPassword: true,
});
