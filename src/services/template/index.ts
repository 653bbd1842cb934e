import { FIT, type TemplateForm } from '../../contracts/schemas';
import { mirroredTemplate, ovalTemplate, ringTemplate, templateSvg } from '../../core/bench';
import { unavailable } from '../../core/errors';
import { doHeavy, TooHard } from '../heavy';
import { templateDxf } from './dxf';

/** How long drawing may take, milliseconds. */
const LIMIT_MS = 10_000;

/** A ring's or plate's template as a file, true to scale: DXF, SVG, or PDF over as many sheets as it takes. Throws `invalid` naming the field. */
export async function drawnTemplate({ tool, given, format, paper, mirrored, title }: TemplateForm): Promise<Buffer> {
  const template = templateFor(tool, given, title);
  const drawn = mirrored ? mirroredTemplate(template) : template;
  if (format === 'dxf') return Buffer.from(templateDxf(drawn), 'utf8');
  if (format === 'svg') return Buffer.from(templateSvg(drawn), 'utf8');
  const pdf = await doHeavy<Uint8Array>('draw', 'drawTemplate', { template: drawn, paper }, LIMIT_MS).catch(
    (error: unknown) => {
      throw error instanceof TooHard ? unavailable('too-hard', 'This template takes too long to draw.', error) : error;
    },
  );
  return Buffer.from(pdf);
}

function templateFor(tool: TemplateForm['tool'], given: object, title: string) {
  if (tool === 'ring') {
    const { input, result } = FIT.ring(given);
    return ringTemplate(input, result, title);
  }
  const { input, result } = FIT.oval(given);
  return ovalTemplate(input, result, title);
}
