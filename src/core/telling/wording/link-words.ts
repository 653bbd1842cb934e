import { linkKindOrGuess, listed, readWireColour, wireWords, withArticle } from '../../trade';
import { countOf, type Link } from '../../document';
import { pairWords } from './measured-words';
import { carried } from './removal-words';
import { linksOf, nameOf, notesIn, notesOut, placeWords, stateWords, type Draft, type Site } from './step-site';
import { withoutSrs } from './srs-name';
import { tabWords } from './step-verbs';

/** The tethers of one part, each with how it lets go or goes in; lifting the part away where that is in the step. */
export function linkStep(site: Site, way: 'out' | 'in'): Draft {
  const own = linksOf(site);
  const words = own.map((link) => {
    const kind = linkKindOrGuess(site.graph.catalogue, link.kind);
    return { link, kind, verb: way === 'out' ? kind.verb : kind.refitVerb, name: countedLink(site, link) };
  });
  const verbs = [...new Set(words.map(({ verb }) => verb))];
  const phrases = verbs.map((verb) => {
    const names = words.filter((one) => one.verb === verb).map(({ name }) => name);
    return { verb, names: listed(names) };
  });
  const [first, ...rest] = phrases;
  const off = site.pieces.find(({ type }) => type === 'takeOff')?.item;
  const lines = words.flatMap(({ link, kind, name }) => {
    const how = way === 'out' ? tabWords(link, kind) : link.keyed ? 'fits one way' : '';
    const mark = way === 'out' && link.mark ? `mark: ${link.mark}` : '';
    const wires = way === 'out' ? pinWords(link) : link.keyed ? '' : polarityWords(site, link);
    const told = [how, mark, wires].filter(Boolean).join('; ');
    return told ? [own.length > 1 ? `${name}: ${told}` : told] : [];
  });
  const [owner] = own.map(({ joins }) => joins.find((end) => end !== 'body'));
  const isNamed = own.every(({ name }) => name);
  const srs = own.some(({ safety }) => safety === 'srs');
  return {
    verb: first.verb,
    plate: srs ? 'SRS' : null,
    thing: [
      `${srs ? withoutSrs(first.names.replace(/^the /, '')) : first.names}${isNamed || !owner ? '' : ` of ${withArticle(nameOf(site, owner))}`}`,
      ...rest.map(({ verb, names }) => `${verb.toLowerCase()} ${names}`),
    ].join(', '),
    where: way === 'out' && own.length ? placeWords(site, own[0].id) : '',
    lines: [
      ...lines,
      ...(off
        ? [`then lift ${withArticle(nameOf(site, off))} away and put it aside, face up`, ...carried(site, off)]
        : []),
    ],
    notes: way === 'out' ? notesOut(site) : notesIn(site),
    done: off ? 'It is off' : way === 'out' ? stateWords(own.length, 'undone') : stateWords(own.length, 'joined'),
  };
}

/** Pins that are named at the plug itself; a plug with more of them is looked up among the wires. */
const FEW_PINS = 4;

/** What sits in a plug's cavities: "1 blue/white, speaker +". */
function pinWords({ pins = [] }: Link): string {
  if (pins.length > FEW_PINS) return `${pins.length} wires recorded: see the wires`;
  const told = pins.map(({ cavity, colour, function: does }) =>
    [`${cavity}${colour ? ` ${colourWords(colour)}` : ''}`, does].filter(Boolean).join(', '),
  );
  return told.length ? `in it: ${told.join('; ')}` : '';
}

const colourWords = (text: string): string => {
  const colour = readWireColour(text);
  return colour ? wireWords(colour) : text;
};

/** Which wire is plus, where a plug can be put on either way round. */
function polarityWords({ graph, step }: Site, { joins }: Link): string {
  const { pairs = [] } = graph.documents.get(step.procedure!)!;
  return pairWords(pairs.find(({ of }) => joins.includes(of)));
}

function countedLink(site: Site, link: Link): string {
  const name = nameOf(site, link.id);
  return countOf(link) > 1 ? `${countOf(link)} ${name}` : withArticle(name);
}
