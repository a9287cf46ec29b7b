import jsonpatch, { type Operation } from 'fast-json-patch';
import type { AnswerOf, FormulaDocument } from '@/api';

/** A change that the core proposes (RFC 6902). */
export type Patch = AnswerOf<'scale'>;

/** The document with a patch taken; a patch that no longer fits changes nothing. */
export function patched(document: FormulaDocument, patch: Patch): FormulaDocument {
  try {
    return jsonpatch.applyPatch(document, patch as Operation[], false, false).newDocument;
  } catch {
    return document;
  }
}
