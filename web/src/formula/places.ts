import { useEffect } from 'react';
import { type Sought, useOpened } from './opened';

/** How far a part of the page is from showing PATH: nothing for the place itself, more for what lies below or around it. */
function distance(path: string, shown: string): number {
  if (shown === path) return 0;
  const steps = (one: string) => one.split('/').length;
  if (shown.startsWith(`${path}/`)) return steps(shown) - steps(path);
  if (path.startsWith(`${shown}/`)) return 100 + steps(path) - steps(shown);
  return Number.POSITIVE_INFINITY;
}

/** The part of the page that shows a place of the document, or the nearest to it. A caution comes before its field. */
function partOf({ path, code }: Sought): HTMLElement | null {
  const own = code && document.querySelector<HTMLElement>(`main [data-code="${code}"][data-path="${path}"]`);
  if (own) return own;
  const parts = [...document.querySelectorAll<HTMLElement>('main [data-path]')].map((part) => ({
    part,
    far: distance(path, part.dataset.path ?? '') - (part.matches('details') ? 0.5 : 0),
  }));
  return parts.reduce((best, one) => (one.far < best.far ? one : best), {
    part: null as HTMLElement | null,
    far: Number.POSITIVE_INFINITY,
  }).part;
}

/** Brings the part of the page that shows a place into sight and puts the focus there. */
function lead(sought: Sought) {
  const part = partOf(sought);
  if (!part) return;
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
    // The parts that were opened are drawn first.
    const frame = requestAnimationFrame(() => {
      lead(sought);
      seek(null);
    });
    return () => cancelAnimationFrame(frame);
  }, [sought, seek, open]);
}
