'use client';
import Button from 'react-bootstrap/Button';
import type { Point } from '@/core/procedure';
import { Row } from '../item/fields';
import { usePhotoChoice } from '../item/use-photo-choice';
import type { AboutProps } from './about-props';

/** How far inside the map's edge the corners of a fresh photo lie, as a share. */
const INSET = 0.04;

/** A photo of the panel behind its drawing; its four corners are dragged in the drawing until it lies straight. */
export function MapPhotoRow({ document: { id, side, map }, change }: AboutProps) {
  const { button, trouble } = usePhotoChoice(id, 'Photo behind the drawing', (photo) =>
    change({
      map: {
        ...map,
        photo: { id: photo, corners: map.photo?.corners ?? cornersOf(map.width, map.height, side === 'left') },
      },
    }),
  );
  return (
    <Row label="Photo behind">
      {button}
      {map.photo && (
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
      )}
      {map.photo && <p className="quiet field-trouble">Drag its four corners in the drawing until it lies straight.</p>}
      {trouble}
    </Row>
  );
}

/** Top left, top right, bottom right, bottom left as the panel is drawn: a left side's front edge is on the right. */
function cornersOf(width: number, height: number, mirrored: boolean): Point[] {
  const [left, right] = mirrored ? [1 - INSET, INSET] : [INSET, 1 - INSET];
  const at = (x: number, y: number): Point => [Math.round(x * width), Math.round(y * height)];
  return [at(left, 1 - INSET), at(right, 1 - INSET), at(right, INSET), at(left, INSET)];
}
