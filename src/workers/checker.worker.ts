import { checkProcedure, type CheckResult } from '@/core/planning';
import { BASE_CATALOGUE, extendCatalogue, type OwnKind } from '@/core/trade';
import type { ProcedureDocument } from '@/core/document';

/** What the page sends: a document as it stands, numbered. */
export interface CheckerQuestion {
  n: number;
  document: ProcedureDocument;
  ownKinds: OwnKind[];
}

/** What comes back for the question of that number. */
export interface CheckerAnswer {
  n: number;
  check: CheckResult;
}

self.onmessage = ({ data: { n, document, ownKinds } }: MessageEvent<CheckerQuestion>) => {
  const check = checkProcedure(document, extendCatalogue(BASE_CATALOGUE, ownKinds));
  self.postMessage({ n, check } satisfies CheckerAnswer);
};
