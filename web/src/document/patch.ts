import { applyPatch, type Operation } from 'fast-json-patch';
import type { FormulaDocument } from '@/api';

/** A change that the core proposes (RFC 6902). */
export type Patch = { [key: string]: unknown }[];

/** The document with a patch taken; a patch that no longer fits changes nothing. */
export function patched(document: FormulaDocument, patch: Patch): FormulaDocument {
  try {
    return applyPatch(document, patch as unknown as Operation[], false, false).newDocument;
  } catch {
    return document;
  }
}
