const RUNS = [
  '01234567890123456789',
  '98765432109876543210',
  '02468024680',
  '13579135791',
  '08642086420',
  '97531975319',
];
/** What people choose when they do not choose. */
const COMMON: ReadonlySet<string> = new Set(['1122', '1004', '1313', '6969', '0852', '123123', '159753', '147258', '258369', '007007']); // prettier-ignore
/** Rows, columns, diagonals, boxes, corners and crosses of the pad: a finger finds them by itself, in whatever order. */
const FIGURES: ReadonlySet<string> = new Set(
  ['0258', '0147', '0369', '123', '456', '789', '147', '258', '369', '159', '357', '1245', '2356', '4578', '5689', '0578', '0589', '1379', '2468', '13579', '24568', '12346789'], // prettier-ignore
);

const isRepeated = (pin: string) =>
  [1, 2, 3].some((length) => {
    const times = pin.length / length;
    return times > 1 && Number.isInteger(times) && pin === pin.slice(0, length).repeat(times);
  });
const isYear = (pin: string) => /^(19|20)\d\d$/.test(pin);
const isFigure = (pin: string) => {
  const digits = [...new Set(pin)].sort().join('');
  return FIGURES.has(digits) && pin.length === digits.length;
};

/** True for a PIN that anybody would try first: digits over and over or in a row, a year, a figure on the pad. Common practice, no source. */
export const isTrivialPin = (pin: string): boolean =>
  isRepeated(pin) || isYear(pin) || COMMON.has(pin) || RUNS.some((run) => run.includes(pin)) || isFigure(pin);
