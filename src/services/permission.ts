import { PezzoError, forbidden } from '../core/errors';
import type { Actor, Person, Role } from '../data';

/** What a person may do, from least to most. */
export type Deed = 'follow' | 'record' | 'open-job' | 'approve' | 'override' | 'discard-any' | 'enrol' | 'set-up';

const EVERYBODY: Role[] = ['trainee', 'technician', 'lead', 'owner'];
const WORKSHOP: Role[] = ['technician', 'lead', 'owner'];
const LEADS: Role[] = ['lead', 'owner'];

const ALLOWED: Record<Deed, Role[]> = {
  follow: EVERYBODY,
  record: WORKSHOP,
  'open-job': WORKSHOP,
  approve: LEADS,
  /** Looking at what was flagged. */
  override: LEADS,
  /** Throwing away a draft that somebody else made. */
  'discard-any': LEADS,
  /** Letting a tablet in. */
  enrol: LEADS,
  /** People, settings, tablets, customers' data. */
  'set-up': ['owner'],
};

/** Rights of the desk: a PIN seen over a shoulder must not be enough for them. */
const NEEDS_PASSWORD: ReadonlySet<Deed> = new Set(['approve', 'override', 'discard-any', 'enrol', 'set-up']);

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
  ALLOWED[deed].includes(person.role) && (person.byPassword || !NEEDS_PASSWORD.has(deed));

/** Throws `forbidden` where it does not, saying who may or that the password is needed. */
export function demand(person: Actor, deed: Deed): void {
  if (may(person, deed)) return;
  if (ALLOWED[deed].includes(person.role))
    throw new PezzoError('forbidden', 'needs-password', 'You signed in by PIN. Sign in with your password to do this.');
  throw forbidden(
    'not-allowed',
    `Only ${ALLOWED[deed]
      .slice(0, 2)
      .map((role) => NAMES[role])
      .join(' or ')} can do this.`,
  );
}
