import { useOpened } from '@/formula/opened';
import { fill, says } from '@/words';
import { duration, grams, percent } from '@/words/numbers';

/** Salt that is held back from the jar, at its time: when the fish comes out, just before heat, or on the plate. */
export function HeldBack({ jar, planned }: { jar: number; planned: number }) {
  const reading = useOpened().evaluation?.jars[jar]?.reading;
  const parts = [
    { part: reading?.held_back, words: says.window.heldBack },
    { part: reading?.on_plate, words: says.window.onPlate },
  ];
  return parts.map(
    ({ part, words }) =>
      part && (
        <p key={words} className="text-sm" data-part="held-back">
          {fill(words, {
            time: duration(planned),
            mass: grams(part.mass_g),
            salt: percent(part.salt_pct_of_fish),
          })}
        </p>
      ),
  );
}
