'use client';
import Button from 'react-bootstrap/Button';
import { scaledPhoto, type Point } from '@/core/document';
import { NumberRow, Row } from '../item/fields';
import { usePhotoChoice } from '../item/use-photo-choice';
import { useDrawingTools } from '../tools';
import type { AboutProps } from './about-props';

/** How far inside the map's edge the corners of a fresh photo lie, as a share. */
const INSET = 0.04;

/** A photo of the panel behind its drawing: dragged straight by its four corners, and brought to scale by a length that is known. */
export function MapPhotoRow({ document: { id, side, map }, change }: AboutProps) {
  const { measuring, measure } = useDrawingTools();
  const { button, trouble } = usePhotoChoice(id, 'Photo behind the drawing', async (photo) => {
    const mirrored = side === 'left';
    const corners = map.photo?.corners ?? cornersOf(map, await aspectOf(photo), mirrored);
    change({ map: { ...map, photo: { id: photo, corners } } });
  });
  const toScale = (lengthMm: number | undefined) => {
    const corners = map.photo && lengthMm && scaledPhoto(map.photo.corners, measuring![0], measuring![1], lengthMm);
    if (!corners) return;
    change({ map: { ...map, photo: { ...map.photo!, corners } } });
    measure(null);
  };
  return (
    <>
      <Row label="Photo behind">
        {button}
        {map.photo && (
          <>
            <Button
              size="sm"
              variant="outline-dark"
              aria-pressed={measuring !== null}
              onClick={() => measure(measuring ? null : [])}
            >
              {measuring ? 'Leave the scale' : 'Scale by a known length'}
            </Button>
            <Button
              size="sm"
              variant="outline-dark"
              onClick={() => {
                const { photo: _, ...rest } = map;
                change({ map: rest });
              }}
            >
              Remove the photo
            </Button>
            <p className="quiet field-trouble">
              {measuring
                ? 'Tap the two ends of a length you know: the speaker’s hole, the pull cup.'
                : 'Drag its four corners in the drawing until it lies straight.'}
            </p>
          </>
        )}
        {trouble}
      </Row>
      {measuring?.length === 2 && (
        <NumberRow
          label="It is this long"
          unit="mm"
          min={1}
          max={5000}
          empty="–"
          value={undefined}
          onChange={toScale}
        />
      )}
    </>
  );
}

/** Width over height of a photo that was sent; 1 where it cannot be seen. */
const aspectOf = (photo: string): Promise<number> =>
  new Promise((resolve) => {
    const image = new Image();
    image.onload = () => resolve(image.naturalWidth / image.naturalHeight || 1);
    image.onerror = () => resolve(1);
    image.src = `/api/photos/${photo}?size=small`;
  });

/** Top left, top right, bottom right, bottom left of a photo as large as the map takes, undistorted, in its middle; a left side's front edge is drawn on the right. */
function cornersOf({ width, height }: { width: number; height: number }, aspect: number, mirrored: boolean): Point[] {
  const room = 1 - 2 * INSET;
  const wide = Math.min(width * room, height * room * aspect);
  const [left, right] = mirrored ? [1, -1] : [-1, 1];
  const at = (x: number, y: number): Point => [
    Math.round(width / 2 + (x * wide) / 2),
    Math.round(height / 2 + (y * wide) / aspect / 2),
  ];
  return [at(left, 1), at(right, 1), at(right, -1), at(left, -1)];
}
