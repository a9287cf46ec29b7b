import { useEffect, useRef, useState } from 'react';
import { api, type Evaluation, type FormulaDocument, taken } from '@/api';

const DEBOUNCE_MS = 20;
const RETRY_MS = 2500;

/**
 * The evaluation of what is on the bench: asked on each change, one request at a time, the latest wins.
 * The last good answer stays; `stale` says that it is not of the present document.
 */
export function useEvaluation(document: FormulaDocument) {
  const [answer, setAnswer] = useState<Evaluation | null>(null);
  const [answered, setAnswered] = useState<FormulaDocument | null>(null);
  const latest = useRef(document);
  const busy = useRef(false);
  latest.current = document;

  useEffect(() => {
    let timer: number;
    async function ask() {
      if (busy.current) return;
      busy.current = true;
      let asked: FormulaDocument | null = null;
      try {
        while (asked !== latest.current) {
          asked = latest.current;
          setAnswer(await taken(api.POST('/api/evaluate', { body: asked as never })));
          setAnswered(asked);
        }
      } catch {
        timer = window.setTimeout(ask, RETRY_MS);
      } finally {
        busy.current = false;
      }
    }
    if (answered !== document) timer = window.setTimeout(ask, DEBOUNCE_MS);
    return () => window.clearTimeout(timer);
  }, [document, answered]);

  return { answer, stale: answered !== document };
}
