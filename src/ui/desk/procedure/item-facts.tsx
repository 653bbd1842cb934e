'use client';
import { useMemo } from 'react';
import { BASE_CATALOGUE, findMotion, capital, workKindOf } from '@/core/trade';
import { spanWords } from '@/core/shop';
import {
  countOf,
  type Fastener,
  findItem,
  heldWords,
  indexItems,
  itemWords,
  parseReference,
  photosOf,
  type ProcedureDocument,
  usualWay,
  type WorkPhase,
} from '@/core/document';
import { Plate, PhotoLinks, Recordings } from '../../design';

/** Everything recorded about one item, as label and value. */
export function ItemFacts({ document, id }: { document: ProcedureDocument; id: string }) {
  const index = useMemo(() => indexItems(document), [document]);
  const item = findItem(index, id);
  if (!item) return null;
  const photos = photosOf(item);
  const part = index.parts.get(id);
  const fastener = index.fasteners.get(id);
  const link = index.links.get(id);
  const work = index.works.get(id);
  const behind = (item.behind ?? []).map((text) => itemWords(index, parseReference(text)?.item ?? text)).join(', ');
  const motions = (part?.motions ?? []).map((code) => findMotion(BASE_CATALOGUE, code)?.words ?? code).join(', then ');
  const rows: [string, React.ReactNode][] = [
    ['Drive', fastener?.drive && <Plate code={fastener.drive} />],
    ['Count', (fastener || link) && countOf(fastener ?? link!)],
    ['Holds', fastener && heldWords(index, id)],
    ['Joins', link && link.joins.map((end) => itemWords(index, end)).join(' and ')],
    ['Behind', behind],
    ['Length', fastener?.length && `${fastener.length} mm`],
    ['Thread', fastener?.thread],
    ['Recess', fastener?.recess && `${fastener.recess} mm${fastener.angle ? `, at ${fastener.angle}°` : ''}`],
    ['Stays on', fastener?.staysOn && itemWords(index, fastener.staysOn)],
    [
      'Comes off',
      motions || (part && <span className="quiet">usually: {usualWay(BASE_CATALOGUE, part)}; not recorded</span>),
    ],
    ['Tool', (part ?? work)?.tool && <Plate code={(part ?? work)!.tool!} />],
    ['Start at', part?.startAt],
    ['Release', fastener?.release ?? link?.release],
    ['Mark', link?.mark],
    ['Airbag', link?.safety === 'srs' && 'SRS: battery off and the maker’s wait first'],
    [
      'Pins',
      link?.pins?.map((pin) => `${pin.cavity}: ${[pin.colour, pin.function].filter(Boolean).join(' ')}`).join(' · '),
    ],
    ['Kind', work && `${workKindOf(work.kind).verb} (${workKindOf(work.kind).name})`],
    ['When', work && WHEN[work.phase ?? 'fit']],
    ['After', work?.needs?.map((text) => itemWords(index, parseReference(text)?.item ?? text)).join(', ')],
    ['Work on', work?.on && itemWords(index, work.on)],
    ['Material', work?.material?.map((one) => one.replace(/-/g, ' ')).join(', ')],
    ['Dries', work?.dries && spanWords(work.dries)],
    ['Undone by', work?.undo],
    ['Takes two', (part?.hands === 2 || work?.hands === 2) && 'nobody does this alone'],
    [
      'Only with',
      Object.entries(item.when ?? {})
        .map(([option, value]) => `${option}: ${[value].flat().join(' or ')}`)
        .join(', '),
    ],
    ['Hard', item.difficulty && [`${item.difficulty} of 5`, item.difficultyWhy].filter(Boolean).join(': ')],
    ['Own time', item.seconds && spanWords(item.seconds)],
    ['Comes back', fastener && backWords(fastener)],
    ['Technique', item.technique],
    ['Note', item.note],
    ['Going back', item.refitNote],
  ];
  return (
    <section className="sheet mt-3" aria-label="Selected item">
      <h2 className="mb-2">{capital(itemWords(index, id))}</h2>
      <dl className="facts">
        {rows
          .filter(([, value]) => value !== undefined && value !== false && value !== '')
          .map(([label, value]) => (
            <div key={label} style={{ display: 'contents' }}>
              <dt>{label}</dt>
              <dd>{value}</dd>
            </div>
          ))}
      </dl>
      <PhotoLinks photos={photos} alt="Photo of this item" />
      <Recordings recordings={item.recordings ?? []} />
    </section>
  );
}

const WHEN: Record<WorkPhase, string> = {
  apart: 'to go on taking apart',
  fit: 'between apart and together',
  back: 'on the way back',
};

/** What is recorded of a fastener's way back. */
const backWords = ({ reuse, refit }: Fastener): string =>
  [
    reuse === 'replace' ? 'new every time' : reuse,
    refit?.as && `as ${refit.as}`,
    refit?.material,
    refit?.byHand && 'by hand only',
    refit?.limit === 'plastic' ? 'into plastic' : refit?.limit,
    refit?.reversible === false && 'cannot go back to stock',
  ]
    .filter(Boolean)
    .join(', ');
