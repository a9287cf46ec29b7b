import { useState } from 'react';
import { ask, type Comparison, type Disagreement, Problem } from '@/api';
import { patched } from '@/document/patch';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { Differences } from '@/formula/whole/Differences';
import { Dialog, Trouble } from '@/ui';
import { names, says } from '@/words';

interface Props {
  open: boolean;
  onClose: () => void;
  jar: number;
}

/** Where good cooks disagree on this jar, this fish and this heat: both ways with their reasons, as switches. */
export function SchoolsDialog({ open, onClose, jar }: Props) {
  const { kitchen, document, apply } = useOpened();
  const { answer, problem } = useQuestion('schools', open ? {} : null);
  const [failed, setFailed] = useState<string>();
  const [changed, setChanged] = useState<{ question: string; comparison: Comparison } | null>(null);
  const mine = answer?.filter((one) => one.path === `/jars/${jar}` || !one.path.startsWith('/jars/')) ?? [];

  async function pick(question: Disagreement, place: number) {
    const option = question.options[place];
    if (!option || option.chosen) return;
    try {
      const comparison = await ask(kitchen, 'compare', document, { after: patched(document, option.patch) });
      apply(option.patch);
      setChanged({ question: question.question, comparison });
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setFailed(error.detail);
    }
  }

  const close = () => {
    setChanged(null);
    onClose();
  };
  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && close()}
      title={names.schools}
      says={says.schools.says}
      wide
    >
      {!answer && !problem && <p className="mt-4 text-quiet">{says.app.lookingUp}</p>}
      <Trouble words={problem?.detail ?? failed} />
      <div className="mt-3 space-y-3">
        {mine.map((question) => (
          <fieldset key={question.question} className="border-t border-line pt-2">
            <legend className="sr-only">{question.ask}</legend>
            <p className="font-semibold" aria-hidden="true">
              {question.ask}
            </p>
            <div className="mt-1 grid gap-1 md:grid-cols-2">
              {question.options.map((option, place) => (
                <label
                  key={option.id}
                  className={`flex cursor-pointer gap-2 rounded-control border p-2 ${option.chosen ? 'border-kelp bg-kelp-soft' : 'border-line'}`}
                >
                  <input
                    type="radio"
                    className="mt-1"
                    name={question.question}
                    checked={option.chosen}
                    onChange={() => pick(question, place)}
                  />
                  <span>
                    <strong>{option.name}</strong>
                    <span className="block text-sm text-quiet">{option.reason}</span>
                  </span>
                </label>
              ))}
            </div>
            <p className="mt-1 text-sm text-quiet">{question.source}</p>
            {changed?.question === question.question && (
              <div className="mt-1 rounded-control bg-sunk p-2 text-sm" role="status">
                <p className="font-semibold">{says.schools.switched}</p>
                <Differences differences={changed.comparison.differences} />
              </div>
            )}
          </fieldset>
        ))}
        {answer && mine.length === 0 && <p className="text-quiet">{says.schools.none}</p>}
      </div>
    </Dialog>
  );
}
