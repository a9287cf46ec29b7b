import { useEffect, useRef } from 'react';
import type { Ring } from './rings';

/** Tones of a ring [Hz], and how long each is [s]. */
const TONES = { best: [660], gentle: [660, 880], hard: [990, 740, 990, 740, 990] };
const TONE_S = 0.22;
/** A ring that nobody heard rings again [ms]. */
const AGAIN_MS = 8000;

let context: AudioContext | null = null;

/** Browsers let a page be heard once somebody has pressed something; whether it is from then on. */
export async function soundOn(): Promise<boolean> {
  context ??= typeof AudioContext === 'function' ? new AudioContext() : null;
  await context?.resume();
  return sounds();
}

/** Whether a ring is heard. */
export const sounds = (): boolean => context?.state === 'running';

/** Plays a ring; whether sound was started. */
function play(loudness: Ring['loudness']): boolean {
  if (!context || !sounds()) return false;
  const from = context.currentTime;
  TONES[loudness].forEach((tone, place) => {
    if (!context) return;
    const source = context.createOscillator();
    const gain = context.createGain();
    source.frequency.value = tone;
    gain.gain.value = loudness === 'hard' ? 0.5 : 0.2;
    source.connect(gain).connect(context.destination);
    source.start(from + place * TONE_S);
    source.stop(from + (place + 0.8) * TONE_S);
  });
  return true;
}

/** Rings what nobody has heard yet: sound, vibration, a notification where it is allowed, and the window's title. */
export function useAlarm(ring: Ring | null, words: string, title: string): void {
  const id = ring?.id ?? null;
  const loudness = ring?.loudness ?? 'gentle';
  const told = useRef<string | null>(null);
  useEffect(() => {
    if (id === null) return;
    const before = document.title;
    document.title = title;
    const now = () => {
      document.body.dataset.sounded = String(play(loudness));
      // Before anybody has touched the page no browser lets it.
      if (navigator.userActivation?.hasBeenActive)
        navigator.vibrate?.(loudness === 'hard' ? [400, 200, 400] : [200]);
    };
    now();
    if (told.current !== id && globalThis.Notification?.permission === 'granted') new Notification(words);
    told.current = id;
    const timer = setInterval(now, AGAIN_MS);
    return () => {
      clearInterval(timer);
      document.title = before;
    };
  }, [id, loudness, words, title]);
}
