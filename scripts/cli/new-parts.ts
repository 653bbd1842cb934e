import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { InvalidArgumentError } from 'commander';
import { readSpeakerFacts } from '../../src/contracts/schemas';
import { FIXINGS, isFixing, type NewPartWish, type SpeakerFacts } from '../../src/core/bench';
import { PezzoError } from '../../src/core/errors';

/** Collects `PLACE[=way][,speaker=FILE]`: where a new part goes, how it is fixed, and what it is. */
export function collectNewPart(text: string, before: NewPartWish[] | undefined): NewPartWish[] {
  const [first, ...more] = text.split(',speaker=');
  const [place, way] = first.split('=', 2).map((part) => part.trim());
  if (!place || more.length > 1) throw new InvalidArgumentError('Write PLACE, PLACE=way or PLACE=way,speaker=FILE.');
  if (way !== undefined && !isFixing(way))
    throw new InvalidArgumentError(`“${way}” is no way of fixing: ${FIXINGS.join(', ')}.`);
  const at = place.lastIndexOf('/');
  return [
    ...(before ?? []),
    {
      procedure: at < 0 ? null : place.slice(0, at),
      of: place.slice(at + 1),
      fixing: way ?? null,
      speaker: more.length ? readSpeakerFile(more[0]) : null,
    },
  ];
}

function readSpeakerFile(name: string): SpeakerFacts {
  try {
    return readSpeakerFacts(JSON.parse(readFileSync(resolve(process.env.PEZZO_CWD ?? '.', name), 'utf8')));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const why =
      error instanceof PezzoError
        ? error.message
        : error instanceof SyntaxError
          ? 'is no JSON.'
          : `cannot be read: ${code ?? String(error)}.`;
    throw new InvalidArgumentError(`${name} ${why}`);
  }
}
