import type { IncomingMessage } from 'node:http';

/** How far past its limit a body is let run before the connection is cut: the route, which counts too, has answered by then. */
const GRACE_BYTES = 256 * 1024;

/**
 * Counts what arrives of a body as it comes off the connection, chunked ones included, and cuts the connection once it is well past its limit.
 * Nothing is held back or kept.
 */
export function countBody(request: IncomingMessage, limit: number): void {
  let length = 0;
  const push = request.push.bind(request);
  request.push = (chunk: Buffer | null, encoding?: BufferEncoding) => {
    length += chunk?.length ?? 0;
    if (length > limit + GRACE_BYTES) {
      request.destroy();
      return false;
    }
    return push(chunk, encoding);
  };
}
