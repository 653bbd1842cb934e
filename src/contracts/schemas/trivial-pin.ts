const RUNS = '01234567890123456789';
const BACKWARDS = '98765432109876543210';
/** What people choose when they do not choose: rows and columns of the pad, and dates everybody knows. */
const COMMON: ReadonlySet<string> = new Set([
  '2580',
  '0852',
  '1470',
  '3690',
  '1212',
  '1122',
  '1004',
  '1313',
  '2001',
  '4321',
  '6969',
  '1010',
  '2020',
  '123123',
  '159753',
  '147258',
  '258369',
  '007007',
]);

/** True for a PIN that anybody would try first: one digit over and over, digits in a row, a pair repeated. Common practice, no source. */
export function isTrivialPin(pin: string): boolean {
  const isRepeated = [1, 2].some(
    (length) => pin.length % length === 0 && pin === pin.slice(0, length).repeat(pin.length / length),
  );
  return isRepeated || RUNS.includes(pin) || BACKWARDS.includes(pin) || COMMON.has(pin);
}
