/** Something the checker found, with the items it is about and a proposed repair. */
export interface Remark {
  level: 'error' | 'warning';
  code: string;
  items: string[];
  message: string;
  repair: string;
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
