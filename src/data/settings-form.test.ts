import { expect, it } from 'vitest';
import { readSettings, SETTINGS_FORM } from './settings-form';

/** As version 0.3.0 wrote them. */
const FORM_1 = {
  demo: true,
  labourPerHour: 72.5,
  currency: '€',
  bays: ['Bay 1'],
  quotes: { labour: 'procedure', flat: 99, prices: [{ title: 'front door', price: 80.25 }], taxPercent: 19 },
};
const FORM_2 = {
  form: 2,
  demo: true,
  labourPerHourCents: 7250,
  currency: '€',
  bays: ['Bay 1'],
  quotes: {
    labour: 'procedure',
    flatCents: 9900,
    prices: [{ procedure: null, title: 'front door', cents: 8025 }],
    taxPercent: 19,
  },
};

it('settings of every form are read as the last one has them, and nothing of them is lost', () => {
  expect(readSettings(FORM_1)).toEqual(FORM_2);
  expect(readSettings(FORM_2)).toEqual(FORM_2);
  expect(SETTINGS_FORM).toBe(2);
});

it('what was never set stays so', () => {
  expect(readSettings({})).toEqual({ form: 2 });
  expect(readSettings({ labourPerHour: null })).toEqual({ form: 2, labourPerHourCents: null });
  expect(readSettings({ quotes: {} })).toEqual({ form: 2, quotes: { flatCents: null, prices: [] } });
});
