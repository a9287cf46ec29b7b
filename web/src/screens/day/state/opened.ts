import { createContext, useContext } from 'react';
import type { FormulaDocument, Json, Notice, Pantry, Plan, ServiceOpened } from '@/api';
import { atWay, pointer, putWay, type Way } from '@/document/document';
import { type Patch, patched } from '@/document/patch';
import type { DraftKeeper, Keeping } from '@/formula/draft/DraftKeeper';

/** A service that is opened: its document, and the plan of it. */
export interface OpenedService {
  kitchen: string;
  service: number;
  document: FormulaDocument;
  plan: Plan;
  /** Whether the plan is of the document as it is, and whether a better one has been looked for. */
  fresh: boolean;
  searched: boolean;
  revision: number;
  /** What is otherwise than before the last change. */
  changed: string[];
  /** Changes while work was under way, the newest first. */
  trail: ServiceOpened['trail'];
  pantry: Pantry;
  keeping: Keeping;
  keeper: DraftKeeper;
  readOnly: boolean;
  /** The step that is looked at. */
  chosen: string | null;
  choose: (step: string | null) => void;
}

export const ServiceContext = createContext<OpenedService | null>(null);

/** The opened service, and the verbs that change one place of it. */
export function useService() {
  const opened = useContext(ServiceContext);
  if (!opened) throw new Error('useService outside an opened service');
  const { keeper } = opened;
  const latest = () => keeper.snapshot().document;
  /** What is chosen, and not typed, is planned at once. */
  const take = (document: FormulaDocument) => {
    keeper.change(document);
    void keeper.send();
  };
  return {
    ...opened,
    latest,
    take,
    value: (way: Way): Json | undefined => atWay(opened.document, way),
    set: (way: Way, value: Json | undefined) => keeper.change(putWay(latest(), way, value), pointer(way)),
    put: (way: Way, value: Json | undefined) => take(putWay(latest(), way, value)),
    apply: (patch: Patch) => take(patched(latest(), patch)),
    /** What is wrong at a place, in the core's words. */
    faultAt: (way: Way): Notice | undefined => {
      const path = pointer(way);
      return opened.plan.notices.find((notice) => notice.path === path);
    },
  };
}
