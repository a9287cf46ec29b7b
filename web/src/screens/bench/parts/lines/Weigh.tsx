import type { LineResult } from '@/api';
import { fill, says } from '@/words';
import { grams, onScale } from '@/words/numbers';

/** What stands on the scale; where no scale can weigh it, what is taken instead. The spoon beside it. */
export function Weigh({ result }: { result: LineResult }) {
  const { weigh, mass_g, mass_g_range, kitchen } = result;
  const shown = weigh ? onScale(weigh.grams, weigh.step_g) : grams(mass_g);
  const [large, small] = {
    scale: [shown, kitchen],
    spoon: [kitchen, grams(mass_g)],
    tenfold: [shown, weigh && fill(says.lines.oneIn, { times: weigh.times })],
    lots: [weigh && fill(says.lines.lots, { lots: weigh.lots, each: shown }), kitchen],
  }[weigh?.how ?? 'scale'];
  return (
    <>
      <span className="block leading-5 font-semibold" data-weigh={weigh?.how ?? ''}>
        {large || shown}
      </span>
      <span
        className="block text-sm leading-4 text-quiet"
        title={result.as_bought ? fill(says.lines.buy, { what: result.as_bought }) : undefined}
      >
        {mass_g_range ? `${grams(mass_g_range[0])} – ${grams(mass_g_range[1])}` : small}
      </span>
    </>
  );
}
