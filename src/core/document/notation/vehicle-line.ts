import { ZONES } from '../../trade';
import type { VehicleWords } from './statement';

const SEPARATED = /[\s,;:·–-]+/;
/** What people call the zones, the longest first; `inLine` finds it as words of its own, `start` where it begins. */
const zoneWords = ZONES.flatMap((zone) =>
  [zone.name, zone.code, ...zone.words].map((words) => ({ code: zone.code, words: words.toLowerCase() })),
)
  .sort((a, b) => b.words.length - a.words.length)
  .map(({ code, words }) => {
    const spelled = words.replace(/[-]/g, '[- ]');
    return {
      code,
      start: new RegExp(spelled),
      inLine: new RegExp(`(?:^|[\\s,;:·–-])${spelled}(?:s)?(?:$|[\\s,;:·.–-])`),
    };
  });

/** Reads the line that says what a page of notes is about: "Velden Kite 2014–2019, rear door left". Null where it is none. */
export function readVehicle(line: string): VehicleWords | null {
  const text = line.trim().replace(/\s+/g, ' ');
  const low = text.toLowerCase();
  const zone = zoneWords.find(({ inLine }) => inLine.test(low));
  if (!zone || /\d ?(?:x|mm)|(?<![a-z])(?:t|ph)\d|[:"]/i.test(text.replace(/:$/, ''))) return null;
  const years = /(?<!\d)((?:19|20)\d\d)(?:\s*(?:-|–|to)\s*((?:19|20)\d\d))?/.exec(text);
  const side = /(?<![a-z])(left|right)(?![a-z])/i.exec(text);
  const at = low.search(zone.start);
  const before = text.slice(0, Math.min(...[at, years?.index ?? at, side?.index ?? at].filter((n) => n >= 0)));
  const names = before.split(SEPARATED).filter(Boolean);
  // A make and a model are written with capitals; two words of a sentence are none.
  if (names.length < 2 || names.length > 5 || !names.slice(0, 2).every((word) => /^[\p{Lu}\d]/u.test(word)))
    return null;
  return {
    make: names[0],
    model: names.slice(1).join(' '),
    ...(years ? { from: Number(years[1]), to: Number(years[2] ?? years[1]) } : {}),
    zone: zone.code,
    ...(side ? { side: side[1].toLowerCase() as 'left' | 'right' } : {}),
  };
}
