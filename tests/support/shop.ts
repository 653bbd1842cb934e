import { dbOf, HOME, getPerson, insertPerson, insertShop, type Actor } from '@/data';
import { hashSecret } from '@/services';

const db = dbOf(HOME);

/** A shop with one person of each role, as if signed in by password; PIN 8341 for everybody. */
export async function makeShop(): Promise<Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>> {
  await insertShop(db, 'Test shop');
  const pinHash = await hashSecret('8341');
  const roles = ['owner', 'lead', 'technician', 'trainee'] as const;
  for (const role of roles)
    await insertPerson(db, {
      id: role,
      name: `The ${role}`,
      role,
      branch: HOME,
      pinHash,
      passwordHash: role === 'owner' ? await hashSecret('a long password') : null,
    });
  const people = await Promise.all(
    roles.map(async (role): Promise<Actor> => ({ ...(await getPerson(db, role)), byPassword: true })),
  );
  return { owner: people[0], lead: people[1], technician: people[2], trainee: people[3] };
}
