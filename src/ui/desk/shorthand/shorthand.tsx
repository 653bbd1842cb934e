import { printItem, readNotes } from '@/core/document';
import { PageHead } from '../../design';

const SECTIONS: [title: string, words: string, lines: string[]][] = [
  [
    'Fasteners',
    'How many, what size, what it is, what it holds, what hides it. In any order; commas between clauses.',
    [
      '2 T20 hold card behind pull-cup cap, 25 mm self-tapping',
      'nine press clips hold card, stay on card',
      'T30 x2 behind armrest pad, deep 60 mm',
      'one 10 mm bolt, M6, holds card',
      'two 9/32 screws hold armrest, by hand, into plastic',
      '4 rivets hold speaker, back as M5 rivet nuts',
      'six screw clips around card, T15 centre, two turns',
      'speaker: four 5 mm key',
    ],
  ],
  [
    'Tethers',
    'Plug, cable, rod, lamp, lead; on what; how its tab is worked; which goes where.',
    [
      'plug on switch pack x2, lift the tab',
      'speaker plug, squeeze both sides',
      'release cable on card, unhook outer then drop the ball, mark "dark one low"',
      'rod to the lock on card, turn the keeper',
      'battery first: airbag plug on card, yellow',
    ],
  ],
  [
    'Parts',
    'The name, a colon, then how it comes off, motion by motion; where to start.',
    [
      'card: pull bottom, then up',
      'sail trim: start at the rear, 3 clips',
      'bezel: slide forward off its shelf, then out',
      'armrest pad: pry at the rear, 3 clips and a hook in front',
      'reflector hides a 7 mm',
    ],
  ],
  [
    'Everything else',
    'A name with odd words goes in quotation marks. What is not understood is kept as a note of what was spoken of before, and marked. “note:” keeps the rest of the line as it is.',
    ['4 tabs hold "cover, upper", note: the left one is weak', 'Rui says the last one took ages'],
  ],
];

/** One page that explains shorthand; every example is read by the reader itself. */
export function Shorthand() {
  return (
    <>
      <PageHead title="Shorthand" under="One line makes an item: type it in the Recorder, or paste a page of notes" />
      {SECTIONS.map(([title, words, lines]) => (
        <section key={title} className="sheet mb-3">
          <h2>{title}</h2>
          <p>{words}</p>
          <table className="shorthand">
            <thead>
              <tr>
                <th scope="col">You type</th>
                <th scope="col">It is read as</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line}>
                  <td>{line}</td>
                  <td>
                    {readAs(line).map((one) => (
                      <span key={one}>{one}</span>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="quiet">
        A page begins best with its vehicle: <b>Velden Kite 2014–2019, rear door left</b>. Words for numbers, plurals, ×
        and x, “press clip” and “push clip” are all the same.
      </p>
    </>
  );
}

function readAs(line: string): string[] {
  const { procedure, unread } = readNotes(line);
  return [
    ...(procedure.recordedOrder ?? []).flatMap((id) => printItem(procedure, id) ?? []),
    ...unread.map(({ text }) => `Not understood: ${text}`),
  ];
}
