/** Places to go by name, with words that people use for them. */
export const PLACES: [title: string, href: string, words: string][] = [
  ['Jobs', '/', 'board today cars'],
  ['Day', '/day', 'who bays time line order today tomorrow load'],
  ['Open a job', '/jobs/new', 'new check in customer arrives'],
  ['Library', '/library', 'procedures doors'],
  ['Record a new procedure', '/procedures/new', 'new door'],
  ['Wires', '/wires', 'colours pins speakers'],
  ['Stores', '/stores', 'clips stock shelf'],
  ['My kit', '/kit', 'tools'],
  ['Insights', '/insights', 'charts times breaks misses promises'],
  ['Depth and spacer', '/bench?tool=depth', 'bench magnet glass'],
  ['Ring and template', '/bench?tool=ring', 'bench adapter'],
  ['Will it fit', '/bench?tool=fitment', 'bench speaker list'],
  ['Marking out', '/bench?tool=marking', 'bench datum drill'],
  ['Load', '/bench?tool=load', 'bench ohm impedance amplifier'],
  ['Polarity and phase', '/bench?tool=polarity', 'bench plus minus wires'],
  ['Wire run', '/bench?tool=wires', 'bench length boot gauge'],
  ['Damping', '/bench?tool=damping', 'bench sheets'],
  ['Test tones', '/bench?tool=tones', 'bench sweep rattle noise'],
];

/** Places whose title or words begin with every word that is typed. */
export function placesFor(text: string): [title: string, href: string, words: string][] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  return PLACES.filter((place) => {
    const own = `${place[0]} ${place[2]}`.toLowerCase().split(/\s+/);
    return words.every((word) => own.some((one) => one.startsWith(word)));
  });
}
