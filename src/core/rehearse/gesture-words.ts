import { type Edge, edgeOf, type Gesture, isOut } from './gestures';
import type { Level } from './ground';

/** How the levels are called, and what each is. */
export const levelWords: Record<Level, { name: string; what: string }> = {
  guided: { name: 'Guided', what: 'The next step is shown.' },
  hints: { name: 'Hints', what: 'Ask when you are stuck. Each hint counts.' },
  alone: { name: 'Alone', what: 'No help.' },
  clock: { name: 'Against the clock', what: 'No help, and the clock is running.' },
  faults: { name: 'With faults', what: 'Somebody was here before: not everything is as recorded.' },
};

const EDGE_WORDS: Record<Edge, string> = {
  front: 'at the front',
  rear: 'at the rear',
  top: 'at the top',
  bottom: 'at the bottom',
  middle: 'in the middle',
  left: 'at the left',
  right: 'at the right',
};
const GESTURE_WORDS: Record<string, string> = {
  up: 'Move up',
  down: 'Move down',
  forward: 'Move forwards',
  rearward: 'Move rearwards',
  leftward: 'Move left',
  rightward: 'Move right',
  turn: 'Turn',
  peel: 'Peel',
  ease: 'Ease off its hook',
  in: 'Push in',
};

/** What a gesture is called: "Pull out at the bottom". */
export const gestureWords = (gesture: Gesture): string =>
  isOut(gesture) ? `Pull out ${EDGE_WORDS[edgeOf(gesture)]}` : GESTURE_WORDS[gesture];
