import type { DocumentPatch, ProcedureDocument } from '@/core/document';

/** What each group about the whole procedure is given. */
export interface AboutProps {
  document: ProcedureDocument;
  change: (patch: DocumentPatch, typing?: boolean) => void;
}
