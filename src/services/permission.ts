import { PezzoError, forbidden } from '../core/errors';
import type { Actor, Person, Role } from '../data';

const EVERYBODY: Role[] = ['trainee', 'technician', 'lead', 'owner'];
const WORKSHOP: Role[] = ['technician', 'lead', 'owner'];
const LEADS: Role[] = ['lead', 'owner'];

/**
 * What a person may do, from least to most: who, in which words, and whether it is a right of the desk: a PIN seen over a shoulder must not be enough for those.
 */
const DEEDS = {
  follow: { by: EVERYBODY, words: 'follow the work of this branch', needsPassword: false },
  record: { by: WORKSHOP, words: 'record procedures', needsPassword: false },
  'open-job': { by: WORKSHOP, words: 'open jobs and change what they say', needsPassword: false },
  'plan-day': { by: WORKSHOP, words: 'place jobs on the day', needsPassword: false },
  quote: { by: WORKSHOP, words: 'make quotes and take their answer', needsPassword: false },
  'keep-stores': { by: WORKSHOP, words: 'change the stores, orders, kits and tools', needsPassword: false },
  'keep-speakers': { by: WORKSHOP, words: 'change the shop’s speakers', needsPassword: false },
  'take-out': { by: WORKSHOP, words: 'take procedures out as files', needsPassword: false },
  approve: { by: LEADS, words: 'publish, retire and take in procedures', needsPassword: true },
  'set-tasks': { by: LEADS, words: 'set people what to rehearse', needsPassword: true },
  override: { by: LEADS, words: 'decide about flags and exceptions', needsPassword: true },
  'discard-any': { by: LEADS, words: 'throw away a draft that somebody else made', needsPassword: true },
  enrol: { by: LEADS, words: 'let a tablet in or shut it out', needsPassword: true },
  'set-up': { by: ['owner'], words: 'change people, settings and customers’ data', needsPassword: true },
} satisfies Record<string, { by: Role[]; words: string; needsPassword: boolean }>;

export type Deed = keyof typeof DEEDS;

const NAMES: Record<Role, string> = {
  trainee: 'a trainee',
  technician: 'a technician',
  lead: 'a lead',
  owner: 'an owner',
};

/** True for those whose word may pass a gate over a failed test. */
export const isLead = (person: Pick<Person, 'role'>) => LEADS.includes(person.role);

/** True where the person's role allows the deed, and they proved who they are well enough for it. */
export const may = (person: Pick<Actor, 'role' | 'byPassword'>, deed: Deed) =>
  mayBy(person.role, deed) && (person.byPassword || !DEEDS[deed].needsPassword);

const mayBy = (role: Role, deed: Deed) => (DEEDS[deed].by as Role[]).includes(role);

/** Throws `forbidden` where it does not, saying what it takes: who may, or the password. */
export function demand(person: Actor, deed: Deed): void {
  if (may(person, deed)) return;
  const { by, words } = DEEDS[deed];
  if (mayBy(person.role, deed))
    throw new PezzoError(
      'forbidden',
      'needs-password',
      `You signed in by PIN. Sign in with your password to ${words}.`,
    );
  const [first] = by;
  throw forbidden('not-allowed', `Only ${NAMES[first]}${by.length > 1 ? ' or somebody above' : ''} may ${words}.`);
}
