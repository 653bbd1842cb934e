import pg from 'pg';
import { conflict, invalid, PezzoError, unavailable } from '../core/errors';

/** Anything statements can be sent to: the pool, or one connection inside a transaction. */
export interface Db {
  query<Row extends pg.QueryResultRow = pg.QueryResultRow>(
    text: string,
    values?: unknown[],
  ): Promise<pg.QueryResult<Row>>;
}

const CONNECTIONS = 8;
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
      connectionTimeoutMillis: 5000,
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

/** Runs one statement on the pool, with database errors turned into the application's own. */
export const db: Db = {
  async query(text, values) {
    try {
      return await getPool().query(text, values);
    } catch (error) {
      throw translate(error);
    }
  },
};

/**
 * Runs `work` in one transaction; the whole of it is tried again when the database asks for that. Serializable unless the
 * work holds a lock that makes it the only writer (then `read committed` is enough and never has to be tried again).
 */
export async function transaction<T>(
  work: (tx: Db) => Promise<T>,
  isolation: 'serializable' | 'read committed' = 'serializable',
): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    const client = await getPool()
      .connect()
      .catch((error: unknown) => {
        throw translate(error);
      });
    try {
      await client.query(`begin isolation level ${isolation}`);
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
  const { code = '', constraint, message = '' } = error as { code?: string; constraint?: string; message?: string };
  if (code === '23505') return conflict('already-there', `This exists already (${constraint}).`);
  if (code === '23503')
    return invalid('refers-to-nothing', `This refers to something that is not there (${constraint}).`);
  if (code === '23514' || code.startsWith('22'))
    return invalid('out-of-range', `A value is not allowed here (${constraint ?? message}).`);
  if (RETRIED.has(code)) return unavailable('busy', 'Too many changes at once. Nothing was lost; try again.', error);
  if (NOT_NOW.has(code))
    return unavailable('database-busy', 'The database cannot do this just now. Nothing was changed; try again.', error);
  if (AWAY.test(code) || CONNECTION_WORDS.test(message))
    return unavailable(
      'database-unavailable',
      'The database does not answer just now. Nothing was lost; try again.',
      error,
    );
  return error;
}
