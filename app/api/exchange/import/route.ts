import { importArchive } from '@/services';
import { answerLines, withBodyFile } from '../../respond';

/** Takes an archive in; `?dry=1` only says what would happen. Told line by line while it goes. */
export const POST = (request: Request) =>
  answerLines(request, 'approve', (person, onDone, signal) =>
    withBodyFile(request, (path) =>
      importArchive(person, { path }, { dryRun: new URL(request.url).searchParams.has('dry'), signal, onDone }),
    ),
  );
