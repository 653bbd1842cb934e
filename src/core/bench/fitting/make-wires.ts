import { indexItems, itemWords, type ProcedureDocument, type Work } from '../../document';
import { pairWords } from '../../telling';
import { JOINTS, JOINTS_OF_A_PAIR } from './joints';
import { isBox, type Making } from './making';

/** The speaker of the same zone whose pair an unwired place is tee'd into; null where the place has wires of its own, or nothing has. */
function teedFrom({ parts, links }: ProcedureDocument, of: string): string | null {
  const hasWires = (id: string) => links.some(({ joins }) => joins.includes(id));
  if (hasWires(of)) return null;
  return parts.find(({ id, kind }) => id !== of && kind === 'speaker' && hasWires(id))?.id ?? null;
}

/** The wires, joined by the school that was chosen, and their polarity looked at. */
export function wired({ document, chosen, plugs, add }: Making, needs: string[]): string {
  const school = JOINTS[chosen.joint];
  const from = teedFrom(document, chosen.of);
  const told = pairWords(document.pairs?.find(({ of }) => of === (from ?? chosen.of)));
  const colours = told ? `${told}. ` : '';
  const made: Partial<Work> = {
    tool: school.tool,
    seconds: school.seconds * JOINTS_OF_A_PAIR,
    material: school.material,
    ...(school.usesPlug ? {} : { reversible: false }),
  };
  const join =
    from === null
      ? add('join', 'join', plugs.length ? 'adapter leads' : 'speaker wires', {
          ...made,
          needs,
          note: `${colours}${school.note}`,
        })
      : add('tee', 'splice', `tee into the ${itemWords(indexItems(document), from)}’s pair`, {
          ...made,
          needs: [...needs, `${from}:free`],
          note: `${colours}${school.usesPlug ? 'With a tee lead on its plug' : 'Bare a finger’s width, do not cut the pair'}: both play in parallel, so look at the load first. ${school.note}`,
        });
  if (isBox(document, chosen.of)) return join;
  return add('polarity', 'check', 'polarity', {
    needs: [join],
    note:
      chosen.speaker.kind === 'tweeter'
        ? `${colours}A cell shows nothing behind a capacitor: compare by a phase check once it plays.`
        : `${colours}Amplifier unplugged: tap a 1.5 V cell across the pair, + on the plus wire. The cone moves out. Both doors alike. Only on a pair you know is the speaker’s.`,
  });
}

/** A box for the crossover, and its cable. */
export function crossover({ add }: Making): string {
  const routed = add('cable', 'route-cable', 'crossover cable', {
    note: 'Behind the plate, along the factory loom, clear of the glass.',
    seconds: 300,
  });
  return add('crossover', 'put-on', 'crossover', {
    needs: [routed],
    note: 'Where nothing is behind the card and no water runs. Set its tweeter level first.',
  });
}
