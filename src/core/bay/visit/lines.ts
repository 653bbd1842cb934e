import { BASE_CATALOGUE, findPartKind, capital, entryOf, doorWords, isRearwards, slugOf, type Side } from '../../trade';
import {
  indexItems,
  isAskedBy,
  itemWords,
  presenceOf,
  type OptionValues,
  type ProcedureDocument,
} from '../../document';

/** One thing to try on the electrical check. `line` is its key: the same on arrival and when the vehicle is given back. */
export interface CheckLine {
  line: string;
  group: string;
  words: string;
}

/** A zone that will be opened, with what is known of it. */
export interface CheckZone {
  zone: string;
  side: Side;
  document?: ProcedureDocument;
  options?: OptionValues;
}

const VEHICLE: [key: string, words: string][] = [
  ['warning-lamps', 'Warning lamps: all light up, all go out after the start (airbag lamp too)'],
  ['start', 'Starts and runs'],
  ['central-lock', 'Central lock, key and remote'],
  ['radio', 'Radio plays, reception'],
  ['fader', 'Balance and fader move the sound'],
  ['interior-lamp', 'Interior lamp, by its switch and by the doors'],
  ['clock', 'Clock and settings kept'],
];

/** A line that says where the balance and fader are turned. */
type Balanced = (balance: string) => string;

/** What can be tried in each zone. */
const ZONE_LINES: Record<string, [key: string, words: string | Balanced][]> = {
  'front-door': [
    ['window', 'Window, down and up'],
    ['lock', 'Lock'],
    ['mirror', 'Mirror, both axes and heating'],
    ['speaker', (balance) => `Speaker alone (${balance})`],
    ['door-lamp', 'Door-open lamp'],
  ],
  'rear-door': [
    ['window', 'Window, down and up, from both switches'],
    ['lock', 'Lock and child lock'],
    ['speaker', (balance) => `Speaker alone (${balance})`],
    ['door-lamp', 'Door-open lamp'],
  ],
  'sliding-door': [
    ['lock', 'Lock'],
    ['door-lamp', 'Door-open lamp'],
  ],
  tailgate: [
    ['lock', 'Lock'],
    ['wiper', 'Rear wiper and washer'],
    ['heating', 'Rear-window heating'],
    ['plate-lamp', 'Number-plate lamp'],
  ],
  'dash-top': [
    ['display', 'Displays and instruments'],
    ['vents', 'Blower and vents'],
    ['speaker', (balance) => `Dash speakers alone (${balance})`],
  ],
  'centre-stack': [
    ['display', 'Display and switches'],
    ['socket', 'Sockets'],
    ['heating', 'Heating controls'],
  ],
  'rear-quarter': [
    ['speaker', (balance) => `Speaker alone (${balance})`],
    ['socket', 'Socket and lamp'],
  ],
  'load-side': [
    ['lamp', 'Load-space lamp'],
    ['socket', 'Socket'],
  ],
  'front-seat': [
    ['adjust', 'Seat adjusters'],
    ['heating', 'Seat heating'],
    ['belt', 'Belt warning'],
  ],
  'rear-seat': [['belt', 'Belt warning']],
  'parcel-shelf': [
    ['speaker', (balance) => `Shelf speakers alone (${balance})`],
    ['brake-lamp', 'High brake lamp'],
  ],
  roof: [['lamps', 'Roof lamps and switches']],
};

const balance = (side: Side, zone: string) => {
  const fader = isRearwards(zone) ? 'fader rear' : 'fader front';
  return side === 'centre' ? fader : `balance ${side}, ${fader}`;
};

/** What the usual lines of a zone cover already, by part kind. */
const COVERED: Record<string, string> = { switch: 'window', speaker: 'speaker', mirror: 'mirror', lock: 'lock' };

/**
 * The lines of the electrical check: what every vehicle has, then what each zone to be opened has by its kind, by the vehicle's options and by what
 * its procedure names. Each zone and side once; what the options say is not there is left out.
 */
export function checkLines(zones: CheckZone[]): CheckLine[] {
  const lines = vehicleLines();
  const seen = new Set<string>();
  for (const zone of [...zones].sort((a, b) => Number(!!b.document) - Number(!!a.document))) {
    const place = `${zone.zone}.${zone.side}`;
    if (seen.has(place)) continue;
    seen.add(place);
    lines.push(...zoneLines(zone, place));
  }
  return lines;
}

/** The line of the check that asks for a part of a zone: the zone's usual one where that covers it, else its own. */
export function lineOfPart(
  { zone, side }: Pick<CheckZone, 'zone' | 'side'>,
  part: { id: string; kind: string },
): string {
  const usual = entryOf(COVERED, part.kind);
  const has = (entryOf(ZONE_LINES, zone) ?? []).some(([key]) => key === usual);
  return `${zone}.${side}/${has && usual ? usual : part.id}`;
}

function zoneLines({ zone, side, document, options = {} }: CheckZone, place: string): CheckLine[] {
  const group = capital(doorWords({ zone, side }));
  const cranked = options.windows === 'crank';
  const usual = (entryOf(ZONE_LINES, zone) ?? []).map(([key, words]): CheckLine => ({
    line: `${place}/${key}`,
    group,
    words:
      key === 'window' && cranked
        ? 'Window, down and up, by its crank'
        : typeof words === 'string'
          ? words
          : words(balance(side, zone)),
  }));
  if (!document) return usual;
  const index = indexItems(document);
  const { of } = presenceOf(document, options);
  const electrical = document.parts.filter(
    (part) => of.get(part.id) !== 'absent' && findPartKind(BASE_CATALOGUE, part.kind)?.electrical,
  );
  const taken = new Set(usual.map(({ line }) => line.slice(line.indexOf('/') + 1)));
  const more = electrical
    .filter((part) => !taken.has(entryOf(COVERED, part.kind) ?? ''))
    .map((part): CheckLine => ({
      line: `${place}/${part.id}`,
      group,
      words:
        part.kind === 'sensor'
          ? `${capital(itemWords(index, part.id))}: no fault shown`
          : `${capital(itemWords(index, part.id))} works${part.kind === 'tweeter' ? `, alone (${balance(side, zone)})` : ''}`,
    }));
  const lines = [...usual, ...more];
  const asked = [...lines, ...vehicleLines()].map(({ line, words }) => `${group} ${line} ${words}`);
  const tried = electrical.map(({ id, kind }) => `${itemWords(index, id)} ${id} ${kind}`);
  const recorded = [...new Set(document.checks)]
    .filter((check) => !isAskedBy(check, [...asked, ...tried]))
    .map((check): CheckLine => ({ line: lineOfCheck(document, check), group, words: capital(check) }));
  return [...new Map([...lines, ...recorded].map((one) => [one.line, one])).values()];
}

/** The line of the check that asks for what a procedure says to try once more, by its words: they are the same on arrival and when the vehicle is given back. */
export const lineOfCheck = ({ zone, side }: Pick<CheckZone, 'zone' | 'side'>, check: string): string =>
  `${zone}.${side}/check-${slugOf(check)}`;

const vehicleLines = (): CheckLine[] =>
  VEHICLE.map(([key, words]) => ({ line: `vehicle/${key}`, group: 'The vehicle', words }));
