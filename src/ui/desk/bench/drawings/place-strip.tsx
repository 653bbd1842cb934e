import type { Place, Speaker } from '@/core/bench';

/** How much of a place is shown: from behind the glass to in front of the grille, mm. */
const [BACK, FRONT, HEIGHT] = [110, 45, 30];

/** A speaker in its place, a section to one scale for all rows: glass, skin and spacer, magnet, how far the cone comes out, grille. What touches is in the caution's colour. */
export function PlaceStrip({ place, speaker, spacer }: { place: Place; speaker: Speaker; spacer: number }) {
  const { toGlass, grilleGap } = place;
  const magnet = spacer - speaker.depth;
  const cone = spacer + speaker.proud + speaker.stroke;
  const isBehind = place.regulator === 'behind' && place.toRegulator !== undefined;
  const limit = Math.min(toGlass ?? Infinity, isBehind ? place.toRegulator! : Infinity);
  const touches = -magnet >= limit || (grilleGap !== undefined && cone > grilleGap);
  return (
    <svg
      className="place-strip"
      viewBox={`${-BACK} 0 ${BACK + FRONT} ${HEIGHT}`}
      role="img"
      aria-label={touches ? 'Section: it touches' : 'Section: it is clear'}
    >
      {toGlass !== undefined && <rect className="glass" x={-toGlass - 3} y={0} width={3} height={HEIGHT} />}
      {isBehind && <rect className="regulator behind" x={-place.toRegulator! - 3} y={9} width={3} height={12} />}
      <path className="skin" d={`M0 0V4M0 ${HEIGHT - 4}V${HEIGHT}`} />
      {spacer > 0 && (
        <>
          <rect className="spacer" x={0} y={0} width={spacer} height={4} />
          <rect className="spacer" x={0} y={HEIGHT - 4} width={spacer} height={4} />
        </>
      )}
      <path
        className={touches ? 'magnet touching' : 'magnet'}
        d={`M${magnet} 8H${magnet + speaker.depth * 0.5}L${spacer} 3H${spacer + speaker.proud}V27H${spacer}L${magnet + speaker.depth * 0.5} 22H${magnet}Z`}
      />
      <path className="cone-reach" d={`M${cone} 6V24`} />
      {grilleGap !== undefined && <path className="grille" d={`M${grilleGap} 0V${HEIGHT}`} />}
    </svg>
  );
}
