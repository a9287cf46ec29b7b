import { createContext, useContext } from 'react';
import type {
  Evaluation,
  FormulaDocument,
  FormulaPlace,
  Json,
  Notice,
  Pantry,
  Problem,
  VersionItem,
} from '@/api';
import { at, pointer, put } from '@/document/document';
import { type Patch, patched } from '@/document/patch';
import type { Place } from '@/document/place';
import type { Keeping } from './draft/DraftKeeper';

/** A change that is shown with its differences before it is taken. */
export interface Proposal {
  title: string;
  says?: string;
  patch: Patch;
}

/** A place of the document (a JSON Pointer), and which caution about it. */
export interface Sought {
  path: string;
  code?: string;
}

/** A dialog about the formula as a whole. */
export type Asked = 'version' | 'about' | null;

/** A formula that is opened: one draft, one undo, one evaluation for all its screens. */
export interface Opened {
  kitchen: string;
  formula: number;
  document: FormulaDocument;
  /** The document at this very moment: what waited for an answer changes this, not what it once saw. */
  latest: () => FormulaDocument;
  /** KEY joins changes of one place, typed one after the other, to one step of undo. */
  change: (document: FormulaDocument, key?: string) => void;
  draft: {
    keeping: Keeping;
    /** Whether somebody else's change came in since the formula was opened. */
    merged: boolean;
    back: boolean;
    forth: boolean;
    undo: () => void;
    redo: () => void;
    /** Send what waits; true when the server has everything that was typed. */
    send: () => Promise<boolean>;
    /** The formula's number at this moment; NOT_YET until something is typed. */
    number: () => number;
    /** The revision that the server keeps. */
    revision: () => number;
  };
  place: FormulaPlace;
  versions: VersionItem[];
  /** The version that is looked at as it was kept; null for the draft. */
  version: number | null;
  evaluation: Evaluation | null;
  /** Whether the evaluation is not of the present document, and what stands in its way. */
  stale: boolean;
  unreckoned: Problem | null;
  /** Try at once what did not reach the server. */
  tryNow: () => void;
  pantry: Pantry;
  readOnly: boolean;
  /** The jar that is looked at, and the verb that opens another. */
  jar: number;
  openJar: (jar: number) => void;
  proposal: Proposal | null;
  propose: (proposal: Proposal | null) => void;
  /** What somebody asked to be led to, until a screen has led there. */
  sought: Sought | null;
  seek: (sought: Sought | null) => void;
  /** What is asked about the formula as a whole, whichever of its screens is looked at. */
  asked: Asked;
  ask: (asked: Asked) => void;
}

export const OpenedContext = createContext<Opened | null>(null);

/** The opened formula, and the verbs that change one place of it. */
export function useOpened() {
  const opened = useContext(OpenedContext);
  if (!opened) throw new Error('useOpened outside an opened formula');
  return {
    ...opened,
    value: (way: Place): Json | undefined => at(opened.document, way),
    set: (way: Place, value: Json | undefined) =>
      opened.change(put(opened.latest(), way, value), pointer(way)),
    apply: (patch: Patch, key?: string) => opened.change(patched(opened.latest(), patch), key),
  };
}

/** What was taken for granted is told, and is no fault of what was typed. */
export const isTold = (notice: Notice) => notice.grade === 'told';

/** What is wrong at a place, in the core's words; `deep` also takes what lies below it. What comes with a patch is advice. */
export function faultAt(evaluation: Evaluation | null, way: Place, deep = false): Notice | undefined {
  const path = pointer(way);
  const here = evaluation?.notices.filter(
    (notice) =>
      !notice.patch &&
      notice.grade !== 'quiet' &&
      (notice.path === path || (deep && notice.path.startsWith(`${path}/`))),
  );
  // What is wrong goes before what is advised.
  return here?.find((notice) => notice.grade !== 'advice') ?? here?.[0];
}
