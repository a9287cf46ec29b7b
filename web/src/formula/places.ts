import { useEffect } from 'react';
import { type Sought, useOpened } from './opened';

/** So near a part is the place itself or a field of it; and so many frames it is waited for. */
const NEAR = 1;
const PATIENCE = 12;

/** How far a part of the page is from showing PATH: nothing for the place itself, more for what lies below or around it. */
function distance(path: string, shown: string): number {
  if (shown === path) return 0;
  const steps = (one: string) => one.split('/').length;
  if (shown.startsWith(`${path}/`)) return steps(shown) - steps(path);
  if (path.startsWith(`${shown}/`)) return 100 + steps(path) - steps(shown);
  return Number.POSITIVE_INFINITY;
}

interface Found {
  part: HTMLElement | null;
  far: number;
}

/** The part of the page that shows a place of the document, or the nearest to it. A caution comes before its field. */
function partOf({ path, code }: Sought): Found {
  const own = code && document.querySelector<HTMLElement>(`main [data-code="${code}"][data-path="${path}"]`);
  if (own) return { part: own, far: 0 };
  const parts: Found[] = [...document.querySelectorAll<HTMLElement>('main [data-path]')].map((part) => ({
    part,
    far: distance(path, part.dataset.path ?? '') - (part.matches('details') ? 0.5 : 0),
  }));
  return parts.reduce((best, one) => (one.far < best.far ? one : best), {
    part: null,
    far: Number.POSITIVE_INFINITY,
  });
}

/** Brings a part of the page into sight and puts the focus there. */
function lead(part: HTMLElement) {
  if (part instanceof HTMLDetailsElement) part.open = true;
  part.scrollIntoView({ block: 'nearest' });
  const inner = 'summary, input:not(:disabled), select:not(:disabled), button:not(:disabled)';
  (part.matches(`${inner}, [tabindex]`) ? part : (part.querySelector<HTMLElement>(inner) ?? part)).focus();
}

/** Leads to what is sought, once OPEN has brought the parts onto the page that hold it. */
export function useLeading(open: (path: string) => void) {
  const { sought, seek } = useOpened();
  useEffect(() => {
    if (sought === null) return;
    open(sought.path);
    let frame = 0;
    // What was opened is drawn some frames later: until then only parts around the place are there.
    const look = (left: number) => {
      const { part, far } = partOf(sought);
      if (far > NEAR && left > 0) {
        frame = requestAnimationFrame(() => look(left - 1));
        return;
      }
      if (part) lead(part);
      seek(null);
    };
    frame = requestAnimationFrame(() => look(PATIENCE));
    return () => cancelAnimationFrame(frame);
  }, [sought, seek, open]);
}
