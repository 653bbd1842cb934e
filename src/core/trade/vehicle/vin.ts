/**
 * Reading a vehicle identification number. Letters, weights and the check digit: 49 CFR 565.15(c), tables III to V; model years: 49 CFR 565.15(d)(1), table VII.
 */

/** What is the matter with a VIN, worst first. */
export type VinFault = 'length' | 'letters' | 'check-digit';

export interface VinReading {
  vin: string;
  /** Null where it reads right. A wrong check digit outside North America is only worth a second look: there it need not be one. */
  fault: VinFault | null;
  warning: string | null;
  /** True where the maker's code is one of North America (first sign 1 to 5). */
  northAmerica: boolean;
  /** The model year the tenth sign stands for; null where it stands for none. */
  year: number | null;
}

const VALUES: Record<string, number> = {
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
};
const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];
/** The signs for 1980 to 2009; they start again in 2010. */
const YEARS = 'ABCDEFGHJKLMNPRSTVWXY123456789';
const CYCLE = 30;

const valueOf = (sign: string) => VALUES[sign] ?? Number(sign);

/** The check digit that a 17-sign VIN should have at its ninth place: the weighted sum modulo 11, ten written X. */
export function vinCheckDigit(vin: string): string {
  const rest = [...vin].reduce((sum, sign, at) => sum + valueOf(sign) * WEIGHTS[at], 0) % 11;
  return rest === 10 ? 'X' : String(rest);
}

/** Reads what was typed or scanned: spaces and hyphens are dropped, small letters raised, a leading I of some bar codes removed. */
export function readVin(text: string): VinReading {
  const plain = text.toUpperCase().replace(/[\s*-]/g, '');
  const vin = plain.length === 18 && plain.startsWith('I') ? plain.slice(1) : plain;
  const northAmerica = /^[1-5]/.test(vin);
  const reading = { vin, northAmerica, year: null, warning: null };
  if (vin.length !== 17)
    return { ...reading, fault: 'length', warning: `A VIN has 17 characters; this one has ${vin.length}.` };
  if (!/^[A-HJ-NPR-Z0-9]{17}$/.test(vin))
    return { ...reading, fault: 'letters', warning: 'A VIN has no I, O or Q: check for 1 and 0.' };
  const year = modelYear(vin);
  if (vinCheckDigit(vin) === vin[8]) return { ...reading, fault: null, year };
  return northAmerica
    ? { ...reading, fault: 'check-digit', year, warning: 'The check digit doesn’t match: a character is wrong.' }
    : {
        ...reading,
        fault: null,
        year,
        warning: 'The check digit doesn’t match. Outside North America it doesn’t have to: check it once more.',
      };
}

/** The model year: a digit at the seventh place means the signs' first round (1980–2009), a letter the second (2010–2039). Other markets need not follow this. */
export function modelYear(vin: string): number | null {
  const at = YEARS.indexOf(vin[9]);
  if (at < 0) return null;
  return 1980 + at + (/[0-9]/.test(vin[6]) ? 0 : CYCLE);
}
