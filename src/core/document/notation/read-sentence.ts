import { isMotionVerb, readMotions } from './motion-words';
import type { PartWords } from './statement';
import { NOT_A_NAME } from './subject';
import { isHere } from './words';

const VERB_FIRST =
  /^(\w+) (?:the |its )?((?!the )\w.*?)(?= (?:up|down|out|off|straight|at the|from|forwards?|rearwards?|backwards?|towards)(?![\w-]))(.*)$/i;
const NAME_FIRST =
  /^(?:the )?((?:[\w'-]+ ){1,3}?)(comes? (?=up|off|out|down)|(?:pulls|pries|pops|lifts|slides|swings|hinges|tilts|twists|peels|rolls|drops|unclips)(?![\w-]))(.*)$/i;

/** Reads a sentence about a part that begins with its verb or its name: "pull the card up", "card lifts up and off". Null where it is none. */
export function readSentence(line: string): PartWords | null {
  const text = line.trim().replace(/[.]+$/, '');
  const verbFirst = VERB_FIRST.exec(text);
  if (verbFirst && isMotionVerb(verbFirst[1])) {
    const part = partOf(verbFirst[2], `${verbFirst[1]} ${verbFirst[3]}`);
    if (part) return part;
  }
  const nameFirst = NAME_FIRST.exec(text);
  if (!nameFirst || NOT_A_NAME.test(nameFirst[1])) return null;
  return partOf(nameFirst[1].trim(), `${nameFirst[2].replace(/^comes? $/i, '')}${nameFirst[3]}`);
}

function partOf(name: string, words: string): PartWords | null {
  if (isHere(name)) return null;
  const read = readMotions(words);
  return read && { name, motions: read.motions, ...(read.rest.length ? { note: read.rest.join(', ') } : {}) };
}
