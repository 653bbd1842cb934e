/** Bytes that nobody needs more of to sign in, set up or enrol. */
const SECRETS = 4 * 1024;
/** An ordinary form. */
const FORM = 64 * 1024;
/** A batch of events: 500 of them with a long note each, or one signature with every point; every move of a rehearsal. */
const EVENTS = 2 * 1024 * 1024;
/** A procedure with its wrapping. */
const PROCEDURE = 6 * 1024 * 1024;
/** The largest photo taken, bytes. */
export const MAX_PHOTO_BYTES = 25 * 1024 * 1024;

/** The largest spoken note or clip taken, bytes. */
export const MAX_RECORDING_BYTES = 8 * 1024 * 1024;

/** An archive of a whole library with its photos. */
export const MAX_ARCHIVE_BYTES = 512 * 1024 * 1024;

const LIMITS: [address: RegExp, bytes: number][] = [
  [/^\/api\/(sign-in|sign-out|setup|devices)\b/, SECRETS],
  [/^\/api\/(logs|runs)\/[^/]+\/events$/, EVENTS],
  [/^\/api\/rehearsals\/[^/]+$/, EVENTS],
  [/^\/api\/procedures\/(bring-in|[^/]+\/draft)$/, PROCEDURE],
  [/^\/api\/((speakers|wires)\/list|stores\/delivery)\.csv$/, PROCEDURE],
  [/^\/api\/exchange\/import$/, MAX_ARCHIVE_BYTES],
  [/^\/api\/(stores\/)?photos\//, MAX_PHOTO_BYTES],
  [/^\/api\/recordings\//, MAX_RECORDING_BYTES],
];

/** How many bytes of body an address takes in. One table for the server's front and for the routes, counted while reading in both. */
export const bodyLimit = (pathname: string): number => LIMITS.find(([address]) => address.test(pathname))?.[1] ?? FORM;

/** A number of bytes as people say it: "4 kB", "25 MB". */
export const bytesInWords = (bytes: number): string =>
  bytes >= 1024 * 1024 ? `${Math.round(bytes / 1024 / 1024)} MB` : `${Math.round(bytes / 1024)} kB`;
