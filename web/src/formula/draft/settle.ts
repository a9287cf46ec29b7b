import type { Conflict, FormulaDocument, Json } from '@/api';
import { putWay, wayOf } from '@/document/document';

/** The document with what somebody else made of some places that both changed. */
export const withTheirs = (document: FormulaDocument, conflicts: readonly Conflict[]): FormulaDocument =>
  conflicts.reduce(
    (settled, one) => putWay(settled, wayOf(one.path), (one.theirs ?? undefined) as Json | undefined),
    document,
  );
