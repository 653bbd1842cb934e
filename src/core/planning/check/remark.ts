import type { Edit } from '../../document';

/** An answer to what the checker asks: one tap makes the change. */
export interface Answer {
  words: string;
  edit: Edit;
}

/** Something the checker found, with the items it is about and a proposed repair. */
export interface Remark {
  level: 'error' | 'warning';
  code: string;
  items: string[];
  message: string;
  repair: string;
  /** What it could be, where the drawing raises a question. */
  answers?: Answer[];
}

/** An error: the procedure cannot be planned or approved with it. */
export const error = (code: string, items: string[], message: string, repair: string): Remark => ({
  level: 'error',
  code,
  items,
  message,
  repair,
});

/** A warning: worth a look, planning goes on. */
export const warning = (code: string, items: string[], message: string, repair: string): Remark => ({
  level: 'warning',
  code,
  items,
  message,
  repair,
});

/** A question that the drawing raises, with its answers. */
export const asked = (code: string, items: string[], message: string, repair: string, answers: Answer[]): Remark => ({
  ...warning(code, items, message, repair),
  answers,
});

const NOT_RECORDED = new Set(['no-motion', 'no-drive']);

/** Whether a remark is about a fact that nobody recorded, which the plan takes from what its kind usually does. */
export const isNotRecorded = ({ code }: Pick<Remark, 'code'>): boolean => NOT_RECORDED.has(code);
