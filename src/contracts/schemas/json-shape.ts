/** How JSON text is built, as far as it can be told without reading it. */
export interface JsonShape {
  /** Arrays and objects inside one another. */
  depth: number;
  /** Values, names included, give or take the empty ones. */
  values: number;
}

/** Deeper than this nothing of ours is nested. */
export const MAX_JSON_DEPTH = 64;

const [QUOTE, BACKSLASH, COMMA, COLON] = [34, 92, 44, 58];
const OPENING = new Set([91, 123]);
const CLOSING = new Set([93, 125]);

/**
 * Counts brackets, commas and colons outside strings. Costs no memory, so that text made to cost much once it is read
 * ("[{},{},…]") can be refused unread. What is no JSON at all gets a number too: reading it says so. O(length).
 */
export function measureJson(text: string): JsonShape {
  let depth = 0;
  let deepest = 0;
  let values = 1;
  for (let at = 0; at < text.length; at += 1) {
    const sign = text.charCodeAt(at);
    if (sign === QUOTE) {
      for (at += 1; at < text.length && text.charCodeAt(at) !== QUOTE; at += 1)
        if (text.charCodeAt(at) === BACKSLASH) at += 1;
    } else if (OPENING.has(sign)) {
      depth += 1;
      values += 1;
      if (depth > deepest) deepest = depth;
    } else if (CLOSING.has(sign)) depth -= 1;
    else if (sign === COMMA || sign === COLON) values += 1;
  }
  return { depth: deepest, values };
}
