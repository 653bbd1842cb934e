import { forbidden } from '../core/errors';
import type { Person, Role } from '../data';

/** What a person may do, from least to most. */
export type Deed = 'follow' | 'record' | 'open-job' | 'approve' | 'override' | 'set-up';

const ALLOWED: Record<Deed, Role[]> = {
  'follow': ['trainee', 'technician', 'lead', 'owner'],
  'record': ['technician', 'lead', 'owner'],
  'open-job': ['technician', 'lead', 'owner'],
  'approve': ['lead', 'owner'],
  /** Passing a gate over a failed test, and looking at what was flagged. */
  'override': ['lead', 'owner'],
  'set-up': ['owner'],
};

/** True where the person's role allows the deed. */
export const may = (person: Pick<Person, 'role'>, deed: Deed) => ALLOWED[deed].includes(person.role);

/** Throws `forbidden` where it does not, naming who may. */
export function demand(person: Person, deed: Deed): void {
  if (!may(person, deed)) throw forbidden('not-allowed', `That takes a ${ALLOWED[deed].slice(0, 2).join(' or ')}.`);
}
