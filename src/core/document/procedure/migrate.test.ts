import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { readDocument, type StoredDocument } from './migrate';

const kite = demoProcedure('kite-rear-door');

describe('stored documents', () => {
  it('of this version are read as they are', () => {
    expect(readDocument(kite)).toBe(kite);
  });

  it('of an older version go through every step between', () => {
    const steps = {
      1: (one: StoredDocument) => ({ ...one, hints: one.note }),
      2: (one: StoredDocument) => ({ ...one, hints: [one.hints] }),
    };
    const old = { format: 'pezzo-procedure/1', note: 'mind the glass' };
    expect(readDocument(old, steps, 3)).toMatchObject({ format: 'pezzo-procedure/3', hints: ['mind the glass'] });
  });

  it.each(['pezzo-procedure/2', 'pezzo-procedure/x', 'something'])('of format %s are refused by name', (format) => {
    expect(() => readDocument({ format })).toThrow(expect.objectContaining({ code: 'document-too-new' }));
  });
});
