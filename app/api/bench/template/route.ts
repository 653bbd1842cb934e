import { readForm, templateSchema } from '@/contracts/schemas';
import { drawnTemplate } from '@/services';
import { answer, demandPerson, readJson } from '../../respond';

const TYPES = { dxf: 'image/vnd.dxf', svg: 'image/svg+xml', pdf: 'application/pdf' } as const;

export async function POST(request: Request): Promise<Response> {
  const file: { response?: Response } = {};
  const refused = await answer(async () => {
    await demandPerson();
    const form = readForm(templateSchema, await readJson(request));
    file.response = new Response(new Uint8Array(await drawnTemplate(form)), {
      headers: {
        'content-type': TYPES[form.format],
        'content-disposition': `attachment; filename="template.${form.format}"`,
      },
    });
  });
  return file.response ?? refused;
}
