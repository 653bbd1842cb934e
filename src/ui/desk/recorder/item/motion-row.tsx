'use client';
import { useState } from 'react';
import { MOTIONS } from '@/core/trade';
import { Row } from './fields';

/** What is done with the part; where it can be done in several places or ways, the arrows say which. */
const VERBS: [verb: string, words: string][] = [
  ['pull', 'Pull'],
  ['pry', 'Pry'],
  ['hinge', 'Hinge'],
  ['slide', 'Slide'],
  ['unhook', 'Unhook'],
];
const ALONE: [code: string, words: string][] = [
  ['lift', 'Lift'],
  ['twist', 'Twist'],
  ['tilt', 'Tilt'],
  ['roll-out', 'Roll out'],
  ['peel', 'Peel'],
  ['squeeze', 'Squeeze'],
  ['feed', 'Feed through'],
];
/** Places of the pad, row by row; the middle is straight out. */
const PAD: [arrow: string, place: string, slide: string | null, words: string][] = [
  ['↑', 'top', 'slide-up', 'top, up'],
  ['↤', 'front', 'slide-forward', 'front, forwards'],
  ['•', 'middle', null, 'straight out'],
  ['↦', 'rear', 'slide-rearward', 'rear, rearwards'],
  ['↓', 'bottom', 'slide-down', 'bottom, down'],
];

const codeFor = (verb: string, place: string, slide: string | null): string => {
  if (verb === 'slide') return slide ?? 'slide';
  if (place === 'middle') return verb;
  return `${verb}-${place}`;
};

/** How a part comes off, motion by motion, in two taps each: what is done, then where or which way. */
export function MotionRow({
  motions,
  usual,
  mirrored,
  onChange,
}: {
  motions: string[];
  /** How its kind usually comes off, while nobody has recorded it. */
  usual: string | null;
  mirrored: boolean;
  onChange: (motions: string[]) => void;
}) {
  const [verb, setVerb] = useState('pull');
  const words = (code: string) => MOTIONS.get(code)?.words ?? code;
  const add = (code: string) => onChange([...motions, code]);
  // The pad lies as the drawing does: front is where the drawing has it.
  const pad = mirrored ? PAD.map((one, at) => (at === 1 ? PAD[3] : at === 3 ? PAD[1] : one)) : PAD;
  return (
    <Row label="Motions">
      {usual !== null && <p className="quiet field-trouble">Usually: {usual}; not recorded</p>}
      <ol className="motions">
        {motions.map((code, at) => (
          <li key={`${code}-${at}`}>
            <button type="button" title="Tap to remove" onClick={() => onChange(motions.filter((_, n) => n !== at))}>
              {words(code)} ×
            </button>
          </li>
        ))}
      </ol>
      <div className="chips" role="group" aria-label="What is done">
        {VERBS.map(([code, one]) => (
          <button key={code} type="button" aria-pressed={verb === code} onClick={() => setVerb(code)}>
            {one}
          </button>
        ))}
      </div>
      <div className="motion-pad" role="group" aria-label="Where, or which way">
        {pad.map(([arrow, place, slide, title], at) => {
          const code = codeFor(verb, place, slide);
          return (
            <button
              key={place}
              type="button"
              className={`pad-${at}`}
              title={words(code)}
              aria-label={`${verb}: ${title}`}
              onClick={() => add(code)}
            >
              {place === 'front' || place === 'rear'
                ? mirrored
                  ? place === 'front'
                    ? '→'
                    : '←'
                  : place === 'front'
                    ? '←'
                    : '→'
                : arrow}
            </button>
          );
        })}
      </div>
      <div className="chips" role="group" aria-label="Other motions">
        {ALONE.map(([code, one]) => (
          <button key={code} type="button" onClick={() => add(code)}>
            {one}
          </button>
        ))}
        <select
          className="add-pick"
          aria-label="Motions: other…"
          value=""
          onChange={(event) => event.target.value && add(event.target.value)}
        >
          <option value="">other…</option>
          {[...MOTIONS.values()].map((motion) => (
            <option key={motion.code} value={motion.code}>
              {motion.words}
            </option>
          ))}
        </select>
      </div>
    </Row>
  );
}
