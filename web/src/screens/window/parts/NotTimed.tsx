import type { Evaluation } from '@/api';
import { text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import { useOpened } from '@/formula/opened';
import { whyNoWindow } from '@/formula/standing';
import { names, says } from '@/words';

/** A jar that has no time on this fish: why, and what would give it one. */
export function NotTimed({ jar, evaluation }: { jar: number; evaluation: Evaluation }) {
  const { value, pantry } = useOpened();
  const kind = kindOf(pantry, text(value(['jars', jar, 'kind'])));
  const why = whyNoWindow(evaluation, jar);
  const fish = evaluation.fish;
  const wanting = [
    { missing: !value(['fish', 'species']), words: says.notTimed.species },
    { missing: fish.edible_g === null, words: says.notTimed.weight },
    { missing: !fish.thickness_mm, words: says.notTimed.thickness },
    { missing: !evaluation.jars[jar]?.lines.length, words: says.notTimed.lines },
    {
      missing: evaluation.jars[jar]?.lines.some((line) => line.mass_g === null) ?? false,
      words: says.notTimed.amounts,
    },
  ].filter((one) => one.missing);
  return (
    <section
      aria-label={names.cutAcross}
      className="rounded-plate border border-line bg-plate p-4"
      data-part="no-window"
    >
      <p className="font-title text-lg font-semibold">
        {kind?.finishes ? says.strip.never : (why?.text ?? says.notTimed.head)}
      </p>
      {!kind?.finishes && wanting.length > 0 && (
        <>
          <p className="mt-2">{says.notTimed.would}</p>
          <ul className="list-disc pl-5">
            {wanting.map((one) => (
              <li key={one.words}>{one.words}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
