import { type ReactNode, useState } from 'react';
import type { BesideOf } from '@/api';
import { useQuestion } from '@/formula/useQuestion';
import { Dialog } from '@/ui';
import { fill, named, names, says } from '@/words';
import { inUnit } from '@/words/numbers';
import { Said } from '@/words/Said';

/** What the core can explain. */
export type Explainable = BesideOf<'explain'>['name'];

interface Props {
  name: Explainable;
  label: string;
  jar?: number;
  words?: ReactNode;
  children?: ReactNode;
}

/** Opens how a number is reached: this formula's numbers, the equation in words, the rows and their sources. */
export function Explained({ name, label, jar = 0, words, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        aria-label={label}
        onClick={() => setOpen(true)}
        className="min-h-6 rounded-control text-left underline decoration-dotted decoration-1 underline-offset-4 hover:text-kelp"
        data-explain={name}
      >
        {words ?? names.howThisIsReached}
      </button>
      {open && (
        <How name={name} jar={jar} onClose={() => setOpen(false)}>
          {children}
        </How>
      )}
    </>
  );
}

function How({
  name,
  jar,
  onClose,
  children,
}: {
  name: Explainable;
  jar: number;
  onClose: () => void;
  children: ReactNode;
}) {
  const { answer, problem } = useQuestion('explain', { name, jar });
  return (
    <Dialog
      open
      onOpenChange={(still) => !still && onClose()}
      title={answer ? answer.title : names.howThisIsReached}
      says={answer ? fill(says.readings.equation, { equation: answer.equation }) : undefined}
    >
      {problem && <p className="mt-3 text-warn">{problem.detail}</p>}
      {children}
      {answer && (
        <>
          <table className="mt-3 w-full" data-part="steps">
            <tbody>
              {answer.steps.map((step, place) => (
                <tr
                  key={step.text}
                  className={`border-t border-line ${place === answer.steps.length - 1 ? 'font-semibold' : ''}`}
                >
                  <td className="py-1 pr-3">{step.text}</td>
                  <td className="text-right whitespace-nowrap">
                    {step.value === null ? '' : inUnit(step.value, step.unit)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {answer.rests_on.length > 0 && (
            <section className="mt-3 text-sm text-quiet">
              <h3 className="text-ink">{says.readings.restsOn}</h3>
              <ul>
                {answer.rests_on.map((row) => (
                  <li key={row.name} className="border-t border-line py-0.5">
                    <Said
                      words={says.readings.row}
                      slots={{
                        name: <strong>{row.name}</strong>,
                        value: row.value,
                        source: row.source,
                        sure: named(says.readings.sure, row.confidence),
                      }}
                    />
                  </li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </Dialog>
  );
}
