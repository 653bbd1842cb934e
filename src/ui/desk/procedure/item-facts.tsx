'use client';
import { useMemo } from 'react';
import { BASE_CATALOGUE, findMotion, capital } from '@/core/trade';
import {
  countOf,
  findItem,
  heldWords,
  indexItems,
  itemWords,
  parseReference,
  photosOf,
  type ProcedureDocument,
  usualWay,
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
    ['Tool', part?.tool && <Plate code={part.tool} />],
    ['Start at', part?.startAt],
    ['Release', fastener?.release ?? link?.release],
    ['Mark', link?.mark],
    ['Airbag', link?.safety === 'srs' && 'SRS: battery off and the maker’s wait first'],
    [
      'Pins',
      link?.pins?.map((pin) => `${pin.cavity}: ${[pin.colour, pin.function].filter(Boolean).join(' ')}`).join(' · '),
    ],
    ['Technique', item.technique],
    ['Note', item.note],
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
