import { useEffect, useState } from 'react';

/** Frames of a whole course, and how long each stands [ms]; fewer and longer where motion is not wanted. */
const SMOOTH = { frames: 90, each: 90 };
const CALM = { frames: 8, each: 1200 };

/**
 * Time that runs by itself, from the start to END [min]: slow at first, as salt and acid are. Gives whether it runs, and
 * the verb that starts or stops it; each step calls ON_MINUTE.
 */
export function usePlaying(end: number, onMinute: (minutes: number) => void) {
  const [frame, setFrame] = useState<number | null>(null);
  const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
  const { frames, each } = calm ? CALM : SMOOTH;
  useEffect(() => {
    if (frame === null) return;
    onMinute(end * (frame / frames) ** 2);
    const next = setTimeout(() => setFrame(frame >= frames ? null : frame + 1), each);
    return () => clearTimeout(next);
  }, [frame, frames, each, end, onMinute]);
  return {
    playing: frame !== null,
    play: () => setFrame(1),
    stop: () => setFrame(null),
  };
}
