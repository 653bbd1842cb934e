import Drawing from 'dxf-writer';
import type { Template, TemplateLayer } from '../../core/bench';

const LAYERS: [layer: TemplateLayer, colour: number][] = [
  ['cut', Drawing.ACI.RED],
  ['drill', Drawing.ACI.BLUE],
  ['mark', Drawing.ACI.WHITE],
];

/** A template as DXF, 1 unit to 1 mm, its layers `cut`, `drill` and `mark`. */
export function templateDxf({ shapes }: Template): string {
  const drawing = new Drawing().setUnits('Millimeters');
  for (const [layer, colour] of LAYERS) drawing.addLayer(layer, colour, 'CONTINUOUS');
  for (const shape of shapes) {
    drawing.setActiveLayer(shape.layer);
    if (shape.kind === 'circle') drawing.drawCircle(shape.at[0], shape.at[1], shape.diameter / 2);
    else if (shape.kind === 'text') drawing.drawText(shape.at[0], shape.at[1], shape.height, 0, shape.words);
    else
      drawing.drawPolyline(
        shape.corners.map(([x, y]): [number, number] => [x, y]),
        shape.corners.length > 2,
      );
  }
  return drawing.toDxfString();
}
