import { useId, useRef, useState } from 'react';
import type { LineResult } from '@/api';
import { fill, names, says, terms } from '@/words';
import { grams, onScale } from '@/words/numbers';
import type { LineOnBench } from '../../state/useLine';

/** What stands on the scale, to be read down a column; pressed, it is typed, and what is written follows. */
export function Weigh({ own }: { own: LineOnBench }) {
  const { result, readOnly, name, weighs } = own;
  // What is being typed: it stays as it is until the field is left and it was taken, whatever the scale shows of it.
  const [typed, setTyped] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const open = useRef(false);
  const fault = useId();
  const shown = result ? large(result) : '';
  const wrong = typed !== null && typed.trim() !== '' && gramsTyped(typed) === null;

  async function type(text: string) {
    setTyped(text);
    const mass = gramsTyped(text);
    open.current = true;
    if (mass === null || !(await weighs(mass))) return;
    open.current = false;
    if (document.activeElement !== field.current) setTyped(null);
  }

  return (
    <>
      <input
        ref={field}
        aria-label={fill(names.weighOf, { line: name ?? says.lines.this })}
        aria-invalid={wrong || undefined}
        aria-describedby={wrong ? fault : undefined}
        data-weigh={result?.weigh?.how ?? ''}
        inputMode="decimal"
        autoComplete="off"
        disabled={readOnly}
        placeholder={says.lines.notWeighed}
        value={typed ?? shown}
        onFocus={() => {
          if (typed === null)
            setTyped(result?.mass_g == null ? '' : String(Number(result.mass_g.toPrecision(4))));
          requestAnimationFrame(() => field.current?.select());
        }}
        onBlur={() => {
          if (!open.current || typed?.trim() === '') setTyped(null);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
        }}
        onChange={(event) => void type(event.target.value)}
        className="value w-full text-right! font-title text-xl leading-6 font-bold not-focus:not-hover:not-aria-invalid:border-transparent!"
      />
      {wrong && (
        <span id={fault} data-part="fault" className="block text-right text-sm text-stop">
          {says.lines.gramsAbove}
        </span>
      )}
    </>
  );
}

/** What stands beside it: the spoons, or how to take what no scale weighs, or from where to where it lies. */
export function Spoons({ result }: { result: LineResult }) {
  const { weigh, mass_g, mass_g_range, kitchen, as_bought } = result;
  const small = {
    scale: kitchen,
    spoon: grams(mass_g),
    tenfold: weigh && fill(says.lines.oneIn, { times: weigh.times }),
    lots: kitchen,
  }[weigh?.how ?? 'scale'];
  return (
    <span className="block text-sm leading-4.5 text-quiet" data-part="spoons">
      {mass_g_range
        ? fill(says.lines.span, { low: grams(mass_g_range[0]), high: grams(mass_g_range[1]) })
        : small}
      {as_bought && <span className="block">{as_bought}</span>}
    </span>
  );
}

/** The figure that is taken: grams, or spoons where no scale weighs it, or so many lots. */
function large({ weigh, mass_g, kitchen }: LineResult): string {
  if (mass_g === null) return '';
  const shown = weigh ? onScale(weigh.grams, weigh.step_g) : grams(mass_g);
  if (weigh?.how === 'spoon' && kitchen) return kitchen;
  if (weigh?.how === 'lots') return fill(says.lines.lots, { lots: weigh.lots, each: shown });
  return shown;
}

/** Grams as they were typed, with or without their unit; null for what is no mass above nothing. */
function gramsTyped(text: string): number | null {
  const number = Number(text.trim().toLowerCase().replace(terms.units.g, '').trim().replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(number) && number > 0 ? number : null;
}
