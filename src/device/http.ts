/** A refusal of the server, in the words it gave. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly fields: { place: string; message: string }[],
  ) {
    super(message);
  }
}

/** How long an answer is waited for: a network that swallows everything must not hold up what comes after. */
const LONGEST_MS = 60_000;

/** Sends JSON and returns the answer's JSON. Throws ApiError for a refusal, and what the browser says where the server cannot be reached, does not answer in time, or its answer is cut off. */
export async function send<T = unknown>(
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  url: string,
  body?: unknown,
  longestMs = LONGEST_MS,
): Promise<T> {
  return answerOf<T>(
    await fetch(url, {
      signal: AbortSignal.timeout(longestMs),
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    }),
  );
}

/** How long bytes may take on a slow network. */
const LONGEST_BYTES_MS = 180_000;

/** Sends bytes and returns the answer's JSON. Throws as `send` does. */
export const sendBytes = async <T = unknown>(method: 'PUT', url: string, body: Blob): Promise<T> =>
  answerOf<T>(
    await fetch(url, {
      signal: AbortSignal.timeout(LONGEST_BYTES_MS),
      method,
      headers: { 'content-type': 'application/octet-stream' },
      body,
    }),
  );

async function answerOf<T>(response: Response): Promise<T> {
  // An answer cut off on the way is no answer: taken for an empty one, whoever asked would go on with nothing.
  if (response.ok) return (await response.json()) as T;
  const answer = (await response.json().catch(() => ({}))) as { code?: string; message?: string; fields?: [] };
  throw new ApiError(
    response.status,
    answer.code ?? 'unknown',
    answer.message ?? 'The server did not answer as expected.',
    answer.fields ?? [],
  );
}

/** What to show for something that went wrong while sending. */
export const troubleWords = (error: unknown) =>
  error instanceof ApiError
    ? error.message
    : 'The server cannot be reached just now. What you entered is still here; try again.';
