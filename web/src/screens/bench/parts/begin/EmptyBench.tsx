import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { names, says } from '@/words';

/** A formula without a jar: what to do, in order, and which of it is done. */
export function EmptyBench({ onAdd, onAsk }: { onAdd: () => void; onAsk?: () => void }) {
  const { value, evaluation, readOnly } = useOpened();
  const fish = Boolean(value(['fish', 'species']) && value(['fish', 'cut']));
  const weighed = Boolean(evaluation?.fish.edible_g && evaluation.fish.thickness_mm);
  const steps = [
    { done: fish, words: says.begin.fish },
    { done: weighed, words: says.begin.weigh },
    { done: false, words: says.begin.jar },
  ];
  const next = steps.findIndex((step) => !step.done);
  return (
    <div className="grid grow place-items-center rounded-plate border border-line bg-plate p-6">
      <div className="max-w-md">
        <h2 className="text-xl">{readOnly ? says.begin.none : says.begin.here}</h2>
        <ol className="mt-3 space-y-2">
          {steps.map((step, place) => (
            <li key={step.words} className={`flex gap-3 ${place === next ? 'font-semibold' : 'text-quiet'}`}>
              <span className="grid size-7 shrink-0 place-items-center rounded-full border border-edge text-sm">
                {step.done ? '✓' : place + 1}
              </span>
              <span>
                {step.words}
                {step.done && <span className="sr-only"> {says.begin.done}</span>}
              </span>
            </li>
          ))}
        </ol>
        {!readOnly && (
          <Button className="mt-5" onClick={onAdd}>
            {names.addJar}
          </Button>
        )}
        {onAsk && (
          <LinkButton className="ml-4 text-sm" onClick={onAsk}>
            {names.askOneByOne}
          </LinkButton>
        )}
      </div>
    </div>
  );
}
