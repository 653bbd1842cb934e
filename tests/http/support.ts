import { request as requestHttp, type ClientRequest, type IncomingHttpHeaders, type RequestOptions } from 'node:http';
import { readFileSync } from 'node:fs';
import { request, type APIRequestContext } from '@playwright/test';
import { secretOf } from '../../scripts/support/browser';

/** An id that stands for nothing. */
export const NONE = '00000000-0000-4000-8000-000000000000';

/** Everybody the app may be asked by: nobody, each role, and leads and owners who showed a PIN only. */
const SIGN_INS = {
  trainee: ['pip-hallam', '5005'],
  technician: ['bea-nwosu', '3003'],
  'lead by PIN': ['tomas-varga', '2002'],
  lead: ['tomas-varga', 'saltmarsh-bench'],
  'owner by PIN': ['ines-okafor-lind', '1001'],
  owner: ['ines-okafor-lind', 'saltmarsh-desk'],
} as const;
export type Asker = keyof typeof SIGN_INS | 'nobody';
export const ASKERS: Asker[] = ['nobody', 'trainee', 'technician', 'lead by PIN', 'lead', 'owner by PIN', 'owner'];

/** Requests as one of them. */
export async function apiAs(asker: Asker, baseURL = process.env.PEZZO_URL): Promise<APIRequestContext> {
  const api = await request.newContext({ baseURL });
  if (asker === 'nobody') return api;
  const [person, secret] = SIGN_INS[asker];
  const answer = await api.post('/api/sign-in', { data: { person, ...secretOf(secret) } });
  if (!answer.ok()) throw new Error(`${asker} could not sign in: ${await answer.text()}`);
  return api;
}

/** The cookies of a context, for requests made by hand. */
export const cookiesOf = async (api: APIRequestContext): Promise<string> =>
  (await api.storageState()).cookies.map(({ name, value }) => `${name}=${value}`).join('; ');

export interface RawAnswer {
  status: number;
  headers: IncomingHttpHeaders;
  text: string;
}

/** A request made by hand: any method, any header, a body of pieces sent as fast as they are taken. An answer that comes before the body is out is taken. */
export function raw(
  options: RequestOptions & { path: string },
  pieces: Iterable<Buffer> = [],
  baseURL = process.env.PEZZO_URL!,
  tries = 3,
): Promise<RawAnswer> {
  const { hostname, port } = new URL(baseURL);
  return new Promise((resolve, reject) => {
    let answered = false;
    const sending = requestHttp({ hostname, port, agent: false, ...options }, (response) => {
      let text = '';
      response.on('data', (chunk: Buffer) => {
        text += chunk.toString();
      });
      const done = () => {
        answered = true;
        resolve({ status: response.statusCode!, headers: response.headers, text });
        sending.destroy();
      };
      response.on('end', done);
      response.on('error', done);
    });
    sending.on('error', (error: NodeJS.ErrnoException) => {
      if (answered) return;
      // Who refuses a body unread hangs up while it is still being sent: now and then the refusal is lost with the line.
      const isHungUp = error.code === 'EPIPE' || error.code === 'ECONNRESET';
      if (isHungUp && tries > 1 && Array.isArray(pieces)) resolve(raw(options, pieces, baseURL, tries - 1));
      else reject(error);
    });
    const write = async () => {
      for (const piece of pieces) {
        if (sending.destroyed || answered) return;
        if (!sending.write(piece)) await drained(sending);
      }
      sending.end();
    };
    void write();
  });
}

/** Waits until a request takes more, or never will. */
const drained = (sending: ClientRequest) =>
  new Promise<void>((resolve) => {
    const done = () => {
      sending.off('drain', done);
      sending.off('close', done);
      resolve();
    };
    sending.on('drain', done);
    sending.on('close', done);
  });

/** Memory of the served app, MB. */
export const appMemory = (): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process.env.PEZZO_APP_PID}/status`, 'utf8'))![1]) / 1024;
