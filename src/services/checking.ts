import type { ReadProcedure } from '../contracts/schemas';
import { invalid } from '../core/errors';
import type { OwnKind } from '../core/trade';
import type { Summary } from '../core/telling';
import type { ProcedureDocument } from '../core/document';
import type { CheckResult } from '../core/planning';
import { doHeavy, TooHard } from './heavy';
import { chainKinds } from './shop';

/** How long a document may take to be read and checked, milliseconds. An ordinary door takes a few; what is too much is known by counting before that: this only ends what nobody foresaw. */
const LIMIT_MS = 60_000;

/** Reads a procedure file and checks it before anything is kept; `moreKinds` of fastener come with it. Throws `invalid` with what is wrong, or by name where it is too hard to check. */
export async function readAndCheck(
  text: string,
  moreKinds: readonly OwnKind[] = [],
): Promise<{ document: ProcedureDocument; check: CheckResult }> {
  const ownKinds = [...(await chainKinds()), ...moreKinds];
  const { read, check } = await doHeavy<{ read: ReadProcedure; check: CheckResult | null }>(
    'think',
    'readAndCheck',
    { text, ownKinds },
    LIMIT_MS,
  ).catch((error: unknown) => {
    throw error instanceof TooHard ? tooHard(titleIn(text)) : error;
  });
  if (read.ok && !check) throw tooHard(read.document.title);
  if (read.ok) return { document: read.document, check: check! };
  throw invalid(
    'procedure-form',
    read.remarks
      .map((remark) => remark.message)
      .slice(0, 5)
      .join(' '),
    errorFields(read.remarks),
  );
}

const tooHard = (title: string) =>
  invalid(
    'too-hard',
    `“${title}” is too hard to check: it has too many options, routes or items for one procedure. Nothing was changed. Split it by zone, or take out what does not change the work.`,
  );

/** The title as it stands in the text, without reading all of it. */
const titleIn = (text: string): string => /"title"\s*:\s*"((?:[^"\\]|\\.){1,200})"/.exec(text)?.[1] ?? 'This procedure';

const remembered = new Map<string, CheckResult>();
const MOST_REMEMBERED = 200;

/** What the checker finds in a document that is kept already. `mark` tells one state of it from another. One that is too hard to check says so in a remark. */
export async function checkKept(document: ProcedureDocument, mark: string): Promise<CheckResult> {
  const ownKinds = await chainKinds();
  const key = `${document.id} ${mark} ${JSON.stringify(ownKinds)}`;
  const known = remembered.get(key);
  if (known) return known;
  const found = await doHeavy<CheckResult | null>('think', 'check', { document, ownKinds }, LIMIT_MS).catch(
    (error: unknown) => {
      if (!(error instanceof TooHard)) throw error;
      return null;
    },
  );
  const check = found ?? tooHardToCheck(document);
  if (remembered.size >= MOST_REMEMBERED) remembered.clear();
  remembered.set(key, check);
  return check;
}

function tooHardToCheck({ title }: ProcedureDocument): CheckResult {
  const { message } = tooHard(title);
  const repair = 'Take out options or routes that do not change the work.';
  return {
    remarks: [{ level: 'error', code: 'too-hard', items: [], message, repair }],
    coverage: { sets: 0, of: 0, exhaustive: false },
  };
}

/** Findings that stand against using a document, as the fields of a refusal. */
export const errorFields = (remarks: CheckResult['remarks']) =>
  remarks
    .filter((remark) => remark.level === 'error')
    .map((remark) => ({ place: remark.items.join(', '), message: remark.message }));

/** How long one document may take to be summed up, and how long a list waits for those that nobody has summed up yet, milliseconds. */
const [SUMMARY_LIMIT_MS, LIST_WAITS_MS] = [20_000, 5000];

/** Sums documents up for lists, each by itself and by its id: one that takes too long is missing, and so are those that a list does not wait for; they are there the next time. */
export async function summariseAll(documents: ProcedureDocument[]): Promise<Map<string, Summary>> {
  const ownKinds = await chainKinds();
  const made = new Map<string, Summary>();
  const end = Date.now() + LIST_WAITS_MS;
  for (const document of documents) {
    if (Date.now() > end) break;
    const summary = await doHeavy<Summary>('think', 'sumUp', { document, ownKinds }, SUMMARY_LIMIT_MS).catch(
      (error: unknown) => {
        if (error instanceof TooHard) return null;
        throw error;
      },
    );
    if (summary) made.set(document.id, summary);
  }
  return made;
}
