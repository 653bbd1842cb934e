import { mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's root folder. */
export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), '../..');
/** Where Pezzo keeps what it makes on this machine: logs, certificates, the private database. Not in git; `PEZZO_DATA` names another folder. */
export const DATA_FOLDER = resolve(process.env.PEZZO_DATA || join(ROOT, '.pezzo'));
mkdirSync(DATA_FOLDER, { recursive: true });

/** A failure that is told in one plain message, without a stack. */
export class PlainFailure extends Error {}

export const say = (text: string) => process.stderr.write(`${text}\n`);
