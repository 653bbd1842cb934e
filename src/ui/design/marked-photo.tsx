import type { MarkedPhoto as Marked, PhotoMark } from '@/core/document';

/** A picture with its arrows, rings and words drawn over it; its small copy where it is shown small. */
export function MarkedPhoto({
  photo: { id, marks },
  alt,
  size = 'small',
}: {
  photo: Marked;
  alt: string;
  size?: 'small' | 'picture';
}) {
  return (
    <span className="marked-photo">
      {/* A plain element: the picture is private and already as small as it is shown. */}
      {/* eslint-disable-next-line @next/next/no-img-element */}
      <img src={`/api/photos/${id}${size === 'small' ? '?size=small' : ''}`} alt={alt} draggable={false} />
      <PhotoMarks marks={marks} />
    </span>
  );
}

/** A row of pictures, each opening in full. */
export function PhotoLinks({ photos, alt }: { photos: Marked[]; alt: string }) {
  return (
    photos.length > 0 && (
      <span className="photo-row">
        {photos.map((photo) => (
          <a key={photo.id} href={`/api/photos/${photo.id}`} target="_blank">
            <MarkedPhoto photo={photo} alt={alt} />
          </a>
        ))}
      </span>
    )
  );
}

/** Marks over a picture, in shares of its width and height. */
export function PhotoMarks({ marks }: { marks: readonly PhotoMark[] }) {
  return (
    <>
      <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
        {marks.map((mark, n) => (
          <MarkLine key={n} mark={mark} />
        ))}
      </svg>
      {marks.map(
        ({ text, at }, n) =>
          text && (
            <span key={n} className="mark-text" style={{ left: `${at[0] * 100}%`, top: `${at[1] * 100}%` }}>
              {text}
            </span>
          ),
      )}
    </>
  );
}

function MarkLine({ mark: { kind, at, to } }: { mark: PhotoMark }) {
  const [x, y] = [at[0] * 100, at[1] * 100];
  if (kind === 'ring') {
    const [rx, ry] = to ? [Math.abs(to[0] - at[0]) * 100, Math.abs(to[1] - at[1]) * 100] : [7, 9];
    return <ellipse className="mark-line" cx={x} cy={y} rx={Math.max(3, rx)} ry={Math.max(3, ry)} />;
  }
  if (kind !== 'arrow' || !to) return null;
  const [tx, ty] = [to[0] * 100, to[1] * 100];
  const length = Math.hypot(tx - x, ty - y) || 1;
  const [ux, uy] = [((tx - x) / length) * 5, ((ty - y) / length) * 5];
  return (
    <path
      className="mark-line"
      d={`M${x} ${y}L${tx} ${ty}M${tx - ux - uy * 0.6} ${ty - uy + ux * 0.6}L${tx} ${ty}L${tx - ux + uy * 0.6} ${ty - uy - ux * 0.6}`}
    />
  );
}
