import { createHash, randomBytes } from 'node:crypto';
import { compare, hash } from '@node-rs/bcrypt';

/** Work factor of bcrypt: about 80 ms, off the event loop. OWASP Password Storage Cheat Sheet: 10 at least. */
const COST = 10;

/** Hashes a PIN or password for storage, off the event loop. bcrypt reads 72 bytes; forms take no more. */
export const hashSecret = (secret: string): Promise<string> => hash(secret, { cost: COST });

let stranger: Promise<string> | null = null;

/** Whether a secret is the one that was hashed. Where there is none to compare with it takes the same time, and is not. */
export async function matchesSecret(secret: string, known: string | null | undefined): Promise<boolean> {
  stranger ??= hashSecret(randomBytes(18).toString('hex'));
  const same = await compare(secret, known ?? (await stranger));
  return same && !!known;
}

/** A token that nobody can guess, for a cookie. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is stored of a token. */
export const tokenHash = (token: string): Buffer => createHash('sha256').update(token).digest();
