type Settings = Record<string, unknown>;

/** Which form stored settings are written in. */
export const SETTINGS_FORM = 2;

/** Money was written in whole and broken units of the currency; now in hundredths. Prices were found by words of a title: those stay, and somebody says of which procedure each is. */
function toForm2(settings: Settings): Settings {
  const { labourPerHour, quotes, ...rest } = settings as Settings & { quotes?: Settings };
  const cents = (price: unknown) => (typeof price === 'number' ? Math.round(price * 100) : null);
  const { flat, prices, ...terms } = quotes ?? {};
  const own = (prices ?? []) as { title: string; price: number }[];
  return {
    ...rest,
    ...(labourPerHour === undefined ? {} : { labourPerHourCents: cents(labourPerHour) }),
    ...(quotes && {
      quotes: {
        ...terms,
        flatCents: cents(flat),
        prices: own.map(({ title, price }) => ({ procedure: null, title, cents: cents(price) ?? 0 })),
      },
    }),
  };
}

/** The step from each form to the next; the first is of settings that say no form. */
const STEPS: ((settings: Settings) => Settings)[] = [toForm2];

/** Settings as this version has them, from whatever version wrote them. */
export function readSettings(stored: Settings): Settings {
  const form = typeof stored.form === 'number' ? stored.form : 1;
  return { ...STEPS.slice(form - 1).reduce((settings, step) => step(settings), stored), form: SETTINGS_FORM };
}
