import pg from 'pg';
import { conflict, invalid, notFound, PezzoError, unavailable } from '../core/errors';

/** Anything statements can be sent to: the pool, or one connection inside a transaction. */
export interface Db {
  query<Row extends pg.QueryResultRow = pg.QueryResultRow>(
    text: string,
    values?: unknown[],
  ): Promise<pg.QueryResult<Row>>;
}

/** A shop of the chain: its number. */
export type Branch = number;

/** Who a statement works for: a branch, or somebody of it. */
export type Scope = Branch | { branch: Branch };

/** What the owner of the database does across branches, each by its name. */
export type OwnerTask = 'backup' | 'customers' | 'demo' | 'measure' | 'setup' | 'verify';

const CONNECTIONS = 8;
/** How long somebody waits for a turn at the database, milliseconds: many writers at once get theirs one after another. */
const TURN_MS = 15_000;
/** Serialization failure and deadlock: the whole transaction may simply be tried again. */
const RETRIED = new Set(['40001', '40P01']);
const TRIES = 5;

const keep = globalThis as { pezzoPool?: pg.Pool };

/** The process's one pool, made on first use from DATABASE_URL. */
export function getPool(): pg.Pool {
  if (!keep.pezzoPool) {
    if (!process.env.DATABASE_URL) throw unavailable('no-database', 'DATABASE_URL is not set.');
    keep.pezzoPool = new pg.Pool({
      connectionString: process.env.DATABASE_URL,
      max: CONNECTIONS,
      connectionTimeoutMillis: TURN_MS,
      // What opens, carries and closes a transaction travels with its statement, in one round trip.
      pipeline: true,
    });
    // An idle connection that breaks (database restarted) is replaced on the next query; it must not end the process.
    // One that breaks in the middle of a statement tells the statement, too; without a listener it would end the process all the same.
    keep.pezzoPool.on('connect', (client) => {
      client.on('error', () => undefined);
    });
    keep.pezzoPool.on('error', (error) => process.stderr.write(`database connection lost: ${error.message}\n`));
  }
  return keep.pezzoPool;
}

/** What a transaction carries so that the walls of the database know whom it works for. */
type Carried = { setting: 'pezzo.branch' | 'pezzo.task'; value: string } | null;

function carriedBy(scope: Scope): Carried {
  const branch = typeof scope === 'number' ? scope : scope.branch;
  if (!Number.isInteger(branch)) throw new Error('A statement must say for which branch it works.');
  return { setting: 'pezzo.branch', value: String(branch) };
}

/** Begins a transaction that carries the setting until its end (`set local`), as one message. */
const beginning = (carried: Carried, isolation = '') =>
  `begin${isolation && ` isolation level ${isolation}`}${carried ? `; set local ${carried.setting} = '${carried.value}'` : ''}`;

const connected = () =>
  getPool()
    .connect()
    .catch((error: unknown) => {
      throw translate(error);
    });

/** Runs one statement in a transaction of its own; one that carries nothing is one anyhow. */
async function runOne<Row extends pg.QueryResultRow>(carried: Carried, text: string, values?: unknown[]) {
  const client = await connected();
  const [done, begun, ended] = await Promise.allSettled(
    carried
      ? // Sent in this order, in one go.
        inOrder(client, beginning(carried), text, values)
      : [client.query<Row>(text, values)],
  );
  const failed = [begun, done, ended].find((one) => one?.status === 'rejected');
  client.release(isBroken(failed?.reason) ? (failed!.reason as Error) : undefined);
  if (failed) throw translate(failed.reason);
  return (done as PromiseFulfilledResult<pg.QueryResult<Row>>).value;
}

function inOrder(client: pg.PoolClient, begin: string, text: string, values?: unknown[]) {
  const begun = client.query(begin);
  const done = client.query(text, values);
  const ended = client.query('commit');
  return [done, begun, ended];
}

/** True where the connection itself is no good any more: an error of the database carries five letters of SQLSTATE and a severity. */
const isBroken = (error: unknown) => error !== undefined && (error as { severity?: string }).severity !== 'ERROR';

const scoped = (carried: Carried): Db => ({ query: (text, values) => runOne(carried, text, values) });

/** The database as a branch sees it: its own rows, and what the library shares. Each statement is a transaction of its own; errors are the application's own. */
export const dbOf = (scope: Scope): Db => scoped(carriedBy(scope));

/** The database before anybody is known: it shows no branch anything. */
export const doorDb: Db = scoped(null);

/** The database as its owner works on it across branches; nothing is seen by anybody who does not own the tables. */
export const ownerDb = (task: OwnerTask): Db => scoped({ setting: 'pezzo.task', value: task });

/**
 * Runs `work` for a branch in one transaction; the whole of it is tried again when the database asks for that. Serializable unless the
 * work holds a lock that makes it the only writer (then `read committed` is enough and never has to be tried again).
 */
export const transaction = <T>(
  scope: Scope,
  work: (tx: Db) => Promise<T>,
  isolation: 'serializable' | 'read committed' = 'serializable',
): Promise<T> => runAll(beginning(carriedBy(scope), isolation), work);

async function runAll<T>(begin: string, work: (tx: Db) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const client = await connected();
    try {
      await client.query(begin);
      const result = await work(client as unknown as Db);
      await client.query('commit');
      client.release();
      return result;
    } catch (error) {
      await client.query('rollback').then(
        () => client.release(),
        (broken: Error) => client.release(broken),
      );
      if (attempt < TRIES && RETRIED.has((error as { code?: string }).code ?? '')) continue;
      throw translate(error);
    }
  }
}

/** Connections that could not be had or broke carry no code of the database's own. */
const CONNECTION_WORDS =
  /timeout exceeded when trying to connect|Connection terminated|connection error and is not queryable|Cannot use a pool after/i;
/** Classes of errors that come from where the database is, not from what was asked: connection, resources, operator, system, network. */
const AWAY = /^(08|53|57P|58|XX|E[A-Z])/;
/** Time limits of the database (lock, statement, idle transaction), and a database that only reads. */
const NOT_NOW = new Set(['55P03', '57014', '25P03', '25006']);

/** Turns a database error into the application's own; constraints are named for what they guard. Codes: PostgreSQL documentation, appendix A. */
export function translate(error: unknown): unknown {
  if (error instanceof PezzoError) return error;
  const { code = '', message = '' } = error as { code?: string; message?: string };
  if (code === '23505') return conflict('already-there', 'This exists already. Nothing was changed.', [], error);
  if (code === '23503')
    return invalid(
      'refers-to-nothing',
      'This refers to something that is not there (any more). Nothing was changed.',
      [],
      error,
    );
  if (code === '23514' || code.startsWith('22'))
    return invalid('out-of-range', 'A value is not one that can be kept here. Nothing was changed.', [], error);
  if (RETRIED.has(code)) return unavailable('busy', 'Too many changes at once. Nothing was lost; try again.', error);
  if (NOT_NOW.has(code))
    return unavailable('database-busy', 'The database cannot do this just now. Nothing was changed; try again.', error);
  // A row that the walls keep from this branch is, for it, not there.
  if (code === '42501' && /row-level security/.test(message))
    return notFound('not-here', 'There is no such thing in this branch.');
  if (AWAY.test(code) || CONNECTION_WORDS.test(message))
    return unavailable(
      'database-unavailable',
      'The database does not answer just now. Nothing was lost; try again.',
      error,
    );
  return error;
}
