import { db, getPerson, type Actor } from '../../src/data';

/** Somebody of the demo, as if signed in at the desk. */
export const actorOf = async (id: string): Promise<Actor> => ({ ...(await getPerson(db, id)), byPassword: true });
