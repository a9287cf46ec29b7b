import type { AnswerOf, CorrectionChoice } from '@/api';
import { Button } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { inUnit } from '@/words/numbers';

interface Props {
  answer: AnswerOf<'correct'>;
  busy: boolean;
  onTake: (choice: CorrectionChoice) => void;
}

/** What can be done, each with the readings as planned, as they are and with it; or why nothing is. */
export function Choices({ answer, busy, onTake }: Props) {
  const { refused, choices, withheld } = answer;
  if (refused) {
    return (
      <p role="status" className="mt-3 rounded-control bg-stop-soft p-2 text-stop" data-part="refused">
        {refused}
      </p>
    );
  }
  return (
    <section aria-label={amounts.names.choices} className="mt-3" aria-busy={busy}>
      {!choices.length && !withheld.length && <p className="text-quiet">{amounts.correct.noChoice}</p>}
      <ol>
        {choices.map((one) => (
          <li key={one.id} className="border-t border-line py-2" data-choice={one.id}>
            <div className="flex items-start justify-between gap-3">
              <p>{one.text}</p>
              <Button look="plain" disabled={busy} className="text-left" onClick={() => onTake(one)}>
                {one.deed}
              </Button>
            </div>
            <Read choice={one} />
            {one.cautions.map((words) => (
              <p key={words} className="mt-1 text-sm text-warn">
                {fill(amounts.correct.brings, { what: words })}
              </p>
            ))}
          </li>
        ))}
      </ol>
      {withheld.map((words) => (
        <p key={words} className="mt-1 text-sm text-warn" data-part="withheld">
          {words}
        </p>
      ))}
    </section>
  );
}

function Read({ choice }: { choice: CorrectionChoice }) {
  const read = Object.entries(choice.readings);
  if (!read.length) return null;
  const moved = read.some(([, one]) => one.planned !== one.before);
  return (
    <table className="mt-1 text-sm">
      <thead className="text-left text-quiet">
        <tr>
          <th className="pr-4 font-normal">{amounts.correct.reading}</th>
          {moved && <th className="pr-4 text-right font-normal">{amounts.correct.planned}</th>}
          <th className="pr-4 text-right font-normal">{amounts.correct.asIs}</th>
          <th className="text-right font-normal">{amounts.correct.after}</th>
        </tr>
      </thead>
      <tbody>
        {read.map(([key, one]) => (
          <tr key={key} data-changed={key}>
            <td className="pr-4">{one.name}</td>
            {moved && <td className="pr-4 text-right text-quiet">{inUnit(one.planned, one.unit)}</td>}
            <td className="pr-4 text-right text-quiet">{inUnit(one.before, one.unit)}</td>
            <td className="text-right font-semibold">{inUnit(one.after, one.unit)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
