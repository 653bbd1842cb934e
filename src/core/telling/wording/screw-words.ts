import { lowerFirst } from '../../trade';
import { countOf, type Fastener } from '../../document';
import { nounOf, placeWords, plateOf, type Site } from './step-site';

/** "35 mm long, M5". */
export const sizeWords = ({ length, thread }: Pick<Fastener, 'length' | 'thread'>): string[] =>
  length || thread ? [[length ? `${length} mm long` : '', thread ?? ''].filter(Boolean).join(', ')] : [];

/** "2 × T20 where the pull-cup cap was": which screw goes where. */
export const screwWords = (site: Site, one: Fastener) =>
  [
    countOf(one) > 1 ? `${countOf(one)} ×` : '',
    plateOf(one) ?? nounOf(site, one),
    one.length ? `× ${one.length} mm` : '',
    lowerFirst(placeWords(site, one.id)),
  ]
    .filter(Boolean)
    .join(' ');
