import { describe, expect, it } from 'vitest';
import { entryOf } from './lookup';
import { foldText, slugOf } from './fold';
import { capital, listed, lowerFirst } from './sentences';

describe('text', () => {
  it('folds accents and letters for comparing', () => {
    expect(foldText('Élan Ö')).toBe('elan o');
    expect(slugOf('  Kite, rear door — left ')).toBe('kite-rear-door-left');
    expect(slugOf('日本')).toBe('');
  });

  it('keeps a size as it is, and small or large letters where they belong', () => {
    expect([lowerFirst('Door card'), lowerFirst('T20 screw'), capital('door card')]).toEqual([
      'door card',
      'T20 screw',
      'Door card',
    ]);
  });

  it('lists words as a sentence does', () => {
    expect([listed([]), listed(['cap']), listed(['cap', 'bezel']), listed(['cap', 'bezel', 'switch'])]).toEqual([
      '',
      'cap',
      'cap and bezel',
      'cap, bezel and switch',
    ]);
  });

  it('finds in a table only what it was given', () => {
    const table = { door: 1 };
    expect(['door', 'constructor', '__proto__', 'toString'].map((word) => entryOf(table, word))).toEqual([
      1,
      undefined,
      undefined,
      undefined,
    ]);
  });
});
