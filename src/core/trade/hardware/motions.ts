/** A way a part moves to come off, with what that becomes on the way back. */
export interface Motion {
  code: string;
  /** Sentence fragment in the imperative for removal. */
  words: string;
  /** The inverse motion for refit. */
  refitWords: string;
  seconds: number;
  /** Whether it can free a part that nothing else holds (pry, hinge, lift, peel…). */
  frees: boolean;
  /** Whether it asks for a pry tool. */
  pries: boolean;
}

const PLACES = ['front', 'rear', 'top', 'bottom', 'middle', 'left', 'right'] as const;
const spot = (place: string) => (place === 'middle' ? 'in the middle' : `at the ${place}`);

const located = (
  code: string,
  words: string,
  refit: string,
  seconds: number,
  frees: boolean,
  pries: boolean,
): Motion[] =>
  PLACES.map((place) => ({
    code: `${code}-${place}`,
    words: `${words} ${spot(place)}`,
    refitWords: `${refit} ${spot(place)}`,
    seconds,
    frees,
    pries,
  }));

const simple = (
  code: string,
  words: string,
  refitWords: string,
  seconds: number,
  frees = true,
  pries = false,
): Motion => ({ code, words, refitWords, seconds, frees, pries });

/** Every motion Pezzo knows, by code. Times in seconds (common practice, no source). */
export const MOTIONS: ReadonlyMap<string, Motion> = new Map(
  [
    ...located('pry', 'pry out', 'press home', 4, true, true),
    ...located('pull', 'pull out', 'press in', 3, true, false),
    ...located('hinge', 'hinge out', 'swing in', 4, true, false),
    ...located('unhook', 'unhook', 'hook in first', 4, true, false),
    simple('pry', 'pry out', 'press home', 4, true, true),
    simple('pull', 'pull straight off', 'push straight on', 3, false),
    simple('lift', 'lift', 'lower into place', 3),
    simple('lower', 'lower', 'raise into place', 3),
    simple('up', 'move up', 'move down', 3),
    simple('down', 'move down', 'move up', 3),
    simple('forward', 'move forwards', 'move rearwards', 3),
    simple('rearward', 'move rearwards', 'move forwards', 3),
    simple('slide-up', 'slide up', 'slide down', 4),
    simple('slide-down', 'slide down', 'slide up', 4),
    simple('slide-forward', 'slide forwards', 'slide rearwards', 4),
    simple('slide-rearward', 'slide rearwards', 'slide forwards', 4),
    simple('slide', 'slide off', 'slide on', 4),
    simple('tilt', 'tilt out', 'tilt in', 3),
    simple('hinge', 'hinge out', 'swing in', 4),
    simple('turn', 'turn', 'turn back', 3),
    simple('twist', 'twist out', 'twist in', 4),
    simple('roll-out', 'roll out over the tab', 'roll in under the tab', 5),
    simple('peel', 'peel slowly', 'press down and seal', 30),
    simple('squeeze', 'squeeze and draw out', 'push in until it clicks', 4),
    simple('unhook', 'unhook', 'hook in', 4),
    simple('push-in', 'push in', 'let out', 3),
    simple('feed', 'feed through', 'feed back through', 6, false),
  ].map((motion) => [motion.code, motion]),
);
