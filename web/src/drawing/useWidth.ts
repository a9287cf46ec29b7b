import { useLayoutEffect, useRef, useState } from 'react';

/** The width of a part of the page [px], as it is now; 0 until it is drawn. */
export function useWidth<Part extends HTMLElement>() {
  const part = useRef<Part>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const here = part.current;
    if (!here) return;
    setWidth(here.clientWidth);
    const watch = new ResizeObserver(() => setWidth(here.clientWidth));
    watch.observe(here);
    return () => watch.disconnect();
  }, []);
  return { part, width };
}
