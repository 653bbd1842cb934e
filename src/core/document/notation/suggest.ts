import { COMMON_DRIVES, parseDrive, foldText } from '../../trade';
import { Scan } from './scan';
import { takeDrive } from './sizes';

const numbers = (prefix: string, sizes: (number | string)[], unit = '') =>
  sizes.map((size) => `${prefix}${size}${unit}`);

/** Every drive and size that is offered, by its code. */
const OFFERED = [
  ...COMMON_DRIVES,
  ...numbers('T', [6, 7, 8, 9, 10, 15, 20, 25, 27, 30, 40, 45, 50, 55, 60]),
  ...numbers('PH', [0, 1, 2, 3, 4]),
  ...numbers('SQ', [1, 2, 3]),
  ...numbers('hex ', [5.5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 21, 22], ' mm'),
  ...numbers('hex ', ['1/4', '9/32', '5/16', '11/32', '3/8', '7/16', '1/2', '9/16', '5/8'], ' in'),
  ...numbers('hex socket ', [1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 10], ' mm'),
  ...numbers('hex socket ', ['1/8', '5/32', '3/16', '1/4', '5/16'], ' in'),
  ...numbers('slot ', [3, 4, 5, 6, 8], ' mm'),
];
const DRIVES = [...new Set(OFFERED)].map((code) => {
  const drive = parseDrive(code)!;
  const isKey = drive.family === 'hex-socket';
  return { code, words: foldText(`${code} ${drive.plate} ${isKey ? `${drive.plate.replace(/^key /, '')} key` : ''}`) };
});

/**
 * Drives that typed letters could mean, the most likely first: what is understood of them, then those whose names hold them.
 * @example suggestDrives('9/32')[0]; // "hex 9/32 in"
 */
export function suggestDrives(typed: string, most = 8): string[] {
  const text = foldText(typed).trim();
  if (!text) return COMMON_DRIVES.slice(0, most);
  const understood = takeDrive(new Scan(text)) ?? takeDrive(new Scan(`${text} bolt`)) ?? parseDrive(text)?.code;
  const holding = DRIVES.filter(({ words }) => text.split(/\s+/).every((word) => words.includes(word))).map(
    ({ code }) => code,
  );
  return [...new Set([...(understood ? [understood] : []), ...holding])].slice(0, most);
}
