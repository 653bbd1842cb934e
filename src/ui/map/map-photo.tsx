import { type PanelMap, toDrawing, type Drawing } from '@/core/document';
import { matrixOnto } from './homography';

/** Side of the square that a picture is stretched to before it is laid on its corners, px. */
const SIDE = 1000;

/** The photo behind the drawing, straightened by its four corners. */
export function MapPhoto({ photo, drawing }: { photo: NonNullable<PanelMap['photo']>; drawing: Drawing }) {
  const matrix = matrixOnto(
    photo.corners.map((corner) => toDrawing(drawing, corner)),
    SIDE,
  );
  if (!matrix) return null;
  return (
    <foreignObject x={0} y={0} width={drawing.width} height={drawing.height} className="map-photo">
      {/* A plain element: the picture is private and already as small as it is shown. */}
      {/* eslint-disable-next-line @next/next/no-img-element */}
      <img
        src={`/api/photos/${photo.id}`}
        alt=""
        width={SIDE}
        height={SIDE}
        style={{ transform: matrix, transformOrigin: '0 0' }}
      />
    </foreignObject>
  );
}
