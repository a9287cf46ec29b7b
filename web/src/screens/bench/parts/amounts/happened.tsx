import type { Json } from '@/api';
import { list, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, NumberInput } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { grams, since } from '@/words/numbers';
import type { Taste } from './CorrectDialog';

/** Whether it can be what a scale said: nothing, or more. */
export const isMass = (typed: Json): typed is number => typeof typed === 'number' && typed >= 0;

interface WentInProps {
  jar: number;
  weighed: { [line: string]: Json };
  onType: (weighed: { [line: string]: Json }) => void;
}

/** What the scale said of each line that is in. */
export function WentIn({ jar, weighed, onType }: WentInProps) {
  const lines = useOpened().evaluation?.jars[jar]?.lines ?? [];
  return (
    <table className="mt-2 w-full text-sm">
      <thead className="text-left text-quiet">
        <tr>
          <th className="py-1 font-normal">{amounts.correct.line}</th>
          <th className="text-right font-normal">{amounts.correct.planned}</th>
          <th className="px-2 text-center font-normal">{amounts.correct.isIn}</th>
          <th className="text-right font-normal">{amounts.correct.scale}</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ id, name, mass_g }) => {
          if (id === null || mass_g === null || name === null) return null;
          const planned = Number(mass_g.toPrecision(6));
          const { [id]: said, ...others } = weighed;
          return (
            <tr key={id} className="border-t border-line" data-went-in={name}>
              <td className="py-1">{name}</td>
              <td className="text-right text-quiet">{grams(mass_g)}</td>
              <td className="px-2 text-center">
                <input
                  type="checkbox"
                  aria-label={fill(amounts.names.asPlanned, { line: name })}
                  checked={said === planned}
                  onChange={(event) => onType(event.target.checked ? { ...others, [id]: planned } : others)}
                />
              </td>
              <td className="text-right">
                <NumberInput
                  label={fill(amounts.names.wentIn, { line: name })}
                  value={said}
                  fault={said === undefined || isMass(said) ? undefined : amounts.names.notMass}
                  onType={(typed) => onType(typed === null ? others : { ...others, [id]: typed })}
                  className="w-20"
                />
                {said !== undefined && !isMass(said) && (
                  <span className="block text-stop">{amounts.names.notMass}</span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

interface GramsProps {
  label: string;
  value: Json | undefined;
  fault: string | undefined;
  onType: (value: Json) => void;
}

/** One mass that is typed. */
export function Grams(props: GramsProps) {
  return (
    <>
      <p className="mt-3 flex items-center gap-2">
        <span aria-hidden="true">{props.label}</span>
        <NumberInput {...props} className="w-24" />
      </p>
      {props.fault && <p className="text-sm text-stop">{props.fault}</p>}
    </>
  );
}

/** How it tastes, in one word. */
export function Tastes({ taste, onPick }: { taste: Taste | null; onPick: (taste: Taste) => void }) {
  return (
    <fieldset className="mt-3 flex flex-wrap gap-1.5" aria-label={amounts.names.taste}>
      {(Object.entries(amounts.tastes) as [Taste, string][]).map(([id, words]) => (
        <Button
          key={id}
          look="plain"
          aria-pressed={id === taste}
          className={id === taste ? 'bg-kelp-soft!' : ''}
          onClick={() => onPick(id)}
        >
          {words}
        </Button>
      ))}
    </fieldset>
  );
}

/** What was corrected so far in this jar. */
export function Record({ jar }: { jar: number }) {
  const { value } = useOpened();
  const own = list(value(['corrections'])).filter(
    (one) => within<'Correction'>(one, 'jar') === value(['jars', jar, 'id']),
  );
  if (!own.length) return null;
  return (
    <section
      className="mt-4 border-t border-line pt-2 text-sm"
      aria-label={amounts.names.record}
      data-part="record"
    >
      <h3 className="text-quiet">{amounts.names.record}</h3>
      <ul>
        {own.map((one, place) => {
          const at = text(within<'Correction'>(one, 'at'));
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: the record only grows
            <li key={place}>
              {fill(amounts.correct.entry, {
                at: at ? since(new Date(at)) : '',
                initials: text(within<'Correction'>(one, 'initials')) ?? '',
                text: text(within<'Correction'>(one, 'text')) ?? '',
              })}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
