import type { BranchForm } from '../contracts/schemas';
import type { BranchView } from '../contracts/views';
import {
  dbOf,
  doorDb,
  getProcedureRow,
  getShop,
  addBranchWithOwner,
  listBranches,
  transaction,
  updateShared,
  type Actor,
} from '../data';
import { conflict } from '../core/errors';
import { demand } from './permission';
import { freeIdFor } from './people';
import { hashSecret } from './secrets';
import { writeSecurityLine } from './security-log';

/** The branches of the chain, the first one first; one where there is no chain. */
export async function viewBranches(by: Actor): Promise<BranchView[]> {
  demand(by, 'follow');
  const db = dbOf(by);
  return (await listBranches(db)).map(({ id, name }) => ({ id, name, isOurs: id === by.branch }));
}

/**
 * Adds a branch with its own people, stores, day and settings: it begins with the settings of whoever adds it, and with an owner of its own. The library is one. Throws a
 * conflict where a branch has that name. Returns its number.
 */
export async function addBranch(by: Actor, form: BranchForm): Promise<number> {
  demand(by, 'set-up');
  const same = (await listBranches(doorDb)).some(({ name }) => name.toLowerCase() === form.name.trim().toLowerCase());
  if (same)
    throw conflict('branch-there', `There is a branch called ${form.name} already. Give this one another name.`);
  const id = await freeIdFor(form.owner);
  const [pinHash, passwordHash] = await Promise.all([hashSecret(form.pin), hashSecret(form.password)]);
  const branch = await transaction(by, async (tx) => {
    // Kinds of its own stay with the branch that made them: the library knows them everywhere.
    const settings = { ...(await getShop(tx, by.branch)).settings, ownKinds: [] };
    return addBranchWithOwner(tx, form.name, settings, { id, name: form.owner, pinHash, passwordHash });
  });
  writeSecurityLine('branch-added', { branch, owner: id, by: by.id });
  return branch;
}

/** Shares a procedure of one's own branch with the others, or takes it back from them. Runs that follow it go on. Throws not-found. */
export async function shareProcedure(by: Actor, id: string, isShared: boolean): Promise<void> {
  demand(by, 'approve');
  const db = dbOf(by);
  await getProcedureRow(db, id);
  await updateShared(db, by.branch, id, isShared);
}
