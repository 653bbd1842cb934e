import Papa from 'papaparse';
import { noColumn, readTable } from './csv';
import type { Speaker, SpeakerFacts } from '../../core/bench';
import { speakerFactsSchema, speakerSchema } from './fit';
import { readFit } from './fit-fields';
import { invalid, PezzoError } from '../../core/errors';

/** Reads a speaker of the shop's list; lengths as they are typed. Throws `invalid` naming the field. */
export const readSpeaker = (value: unknown): Speaker => readFit(speakerSchema, value);

/** Reads a speaker as far as its figures are known, by the list's columns or by field. Throws `invalid` naming the field. */
export function readSpeakerFacts(value: unknown): SpeakerFacts {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw invalid('speaker', 'A speaker is one object: {"name": "…", "depth_mm": 62, …}.');
  return readFit(
    speakerFactsSchema,
    Object.fromEntries(
      Object.entries(value).flatMap(([key, one]) =>
        one === null || one === '' ? [] : [[FIELD_OF.get(key) ?? key, one]],
      ),
    ),
  );
}

/** The columns of a list of speakers, as they are written; lengths in mm. */
export const SPEAKER_COLUMNS: [column: string, field: keyof Speaker][] = [
  ['name', 'name'],
  ['kind', 'kind'],
  ['basket_mm', 'basket'],
  ['cutout_mm', 'cutout'],
  ['screws', 'holes'],
  ['circle_mm', 'circle'],
  ['depth_mm', 'depth'],
  ['proud_mm', 'proud'],
  ['stroke_mm', 'stroke'],
  ['ohms', 'ohms'],
  ['sensitivity_db', 'sensitivityDb'],
  ['watts', 'watts'],
];
const FIELD_OF = new Map(SPEAKER_COLUMNS.map(([column, field]) => [column, field]));

/** What was read of a list, and what was not, each with its line. */
export interface ReadSpeakers {
  speakers: Speaker[];
  bad: { line: number; message: string }[];
  /** How many lines were bad; only the first are named. */
  badCount: number;
}
const MOST_NAMED = 50;
/** Lines read at most. */
export const MOST_SPEAKERS = 50_000;

/** Reads a list of speakers as CSV. A bad line is named, the rest are kept; of two with one name the later counts. */
export function readSpeakersCsv(text: string): ReadSpeakers {
  const table = readTable(text, ['name', 'basket_mm', 'cutout_mm'], MOST_SPEAKERS);
  if ('missing' in table) return { speakers: [], bad: [noColumn(table.missing)], badCount: 1 };
  const { rows: data } = table;
  const read = new Map<string, Speaker>();
  const bad: ReadSpeakers['bad'] = [];
  let badCount = 0;
  data.slice(0, MOST_SPEAKERS).forEach((row, at) => {
    const one = readRow(row);
    if ('message' in one) {
      badCount += 1;
      if (bad.length < MOST_NAMED) bad.push({ line: at + 2, message: one.message });
    } else read.set(one.name, one);
  });
  if (data.length > MOST_SPEAKERS) {
    badCount += data.length - MOST_SPEAKERS;
    bad.push({ line: MOST_SPEAKERS + 2, message: `Only the first ${MOST_SPEAKERS} lines are read.` });
  }
  return { speakers: [...read.values()], bad, badCount };
}

function readRow(row: Record<string, string>): Speaker | { message: string } {
  const fields = Object.entries(row).flatMap(([column, value]) => {
    const field = FIELD_OF.get(column);
    const plain = typeof value === 'string' ? value.trim().replace(/^(-?\d+),(\d+)$/, '$1.$2') : '';
    return field && plain !== '' ? [[field, plain]] : [];
  });
  try {
    return readSpeaker(Object.fromEntries(fields));
  } catch (error) {
    if (!(error instanceof PezzoError)) throw error;
    const columns = new Map(SPEAKER_COLUMNS.map(([column, field]) => [field as string, column]));
    return { message: error.message.replace(/“(\w+)”/, (all, field: string) => `“${columns.get(field) ?? field}”`) };
  }
}

/** A list of speakers as CSV. */
export const speakersCsv = (speakers: readonly Speaker[]): string =>
  `${Papa.unparse(
    {
      fields: SPEAKER_COLUMNS.map(([column]) => column),
      data: speakers.map((one) => SPEAKER_COLUMNS.map(([, field]) => one[field])),
    },
    { escapeFormulae: true },
  )}\r\n`;
