import type { ProcedureDocument } from '../procedure';
import { foldText } from '../../trade';

/** Words that lines are made of, the usual ones first. */
const WORDS = [
  'hold',
  'holds',
  'behind',
  'screws',
  'screw clips',
  'push clips',
  'press clips',
  'self-tapping',
  'machine thread',
  'into plastic',
  'by hand',
  'stay on',
  'stay in the door',
  'back as rivet nuts',
  'pop rivets',
  'tabs',
  'hooks',
  'brackets',
  'butyl',
  'connector on',
  'plug on',
  'release cable on',
  'lock rod on',
  'lamp on',
  'squeeze both sides',
  'lift the tab',
  'press the tab',
  'slide the lock',
  'turn the keeper',
  'unhook outer, turn, drop ball',
  'pull bottom, then up',
  'pull straight out',
  'pry front, then pull',
  'slide forward, then out',
  'start at the rear',
  'start at the hinge end',
  'deep',
  'long',
  'airbag plug on',
];
/** Parts that many doors have, offered before one of them is recorded. */
const USUAL_PARTS = [
  'door card',
  'pull-cup cap',
  'switch pack',
  'sail trim',
  'release-handle bezel',
  'armrest pad',
  'water shield',
  'speaker',
  'tweeter',
  'grille',
  'reflector',
  'grab handle',
  'window crank',
  'puddle lamp',
];
/** Fewer letters than this say too little. */
const LEAST_LETTERS = 2;

/**
 * What would complete a line that is being typed: the rest of the name or word its end begins, names of the document first. Empty where nothing fits.
 * @example completeLine(document, '2 T20 hold pul'); // "l-cup cap", where there is one
 */
export function completeLine(document: ProcedureDocument, typed: string): string {
  const names = document.parts.map((part) => part.name ?? part.id);
  const candidates = [
    ...names,
    ...WORDS,
    ...USUAL_PARTS.filter((one) => !names.some((name) => foldText(name) === one)),
  ];
  const words = [...typed.matchAll(/\S+/g)];
  if (!words.length || /\s$/.test(typed)) return '';
  // The longest end of the line that a name begins with: "switch pa" before "pa".
  for (const start of words.slice(-3).map((word) => word.index)) {
    const end = foldText(typed.slice(start));
    if (end.length < LEAST_LETTERS) continue;
    const found = candidates.find((name) => name.length > end.length && foldText(name).startsWith(end));
    if (found) return found.slice(end.length);
  }
  return '';
}
