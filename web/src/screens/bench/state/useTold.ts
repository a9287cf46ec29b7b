import { useEffect, useRef } from 'react';
import { text } from '@/document/document';
import { useStanding } from '@/formula/jars/useStanding';
import { useOpened } from '@/formula/opened';
import { announceLater } from '@/ui';
import { fill, says } from '@/words';
import { grams, percent } from '@/words/numbers';

/** What is shown where it is wrong: these grades are told, the first new one of them. */
const WRONG = new Set(['fault', 'open']);

/** After a change, once the figures are of it: what is newly wrong, else how the open jar and the plate stand now. */
export function useTold(open: number) {
  const { evaluation, stale, value } = useOpened();
  const standing = useStanding()[open];
  const before = useRef<{ wrong: Set<string>; words: string } | null>(null);
  useEffect(() => {
    if (stale || !evaluation) return;
    const wrong = evaluation.notices.filter((one) => WRONG.has(one.grade)).map((one) => one.text);
    const reading = evaluation.jars[open]?.reading;
    const words = fill(says.told.jar, {
      jar: text(value(['jars', open, 'name'])) ?? '',
      mass: grams(reading?.mass_g),
      salt: percent(reading?.salt_pct_of_fish),
      time: standing?.words ?? '',
      plate: grams(evaluation.ledger.salt_g_per_serving),
    });
    const fresh = wrong.find((one) => !before.current?.wrong.has(one));
    if (before.current && fresh) announceLater(fresh);
    else if (before.current && reading && words !== before.current.words) announceLater(words);
    before.current = { wrong: new Set(wrong), words };
  }, [evaluation, stale, open, standing, value]);
}
