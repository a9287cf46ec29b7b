import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { names, says } from '@/words';
import { BEGINNING, type Beginning, useBegun } from '../../state/useBegun';
import { ChooseCut, ChooseFish, Measure, Weigh } from './steps';

interface Props {
  onAdd: () => void;
  /** Somebody would rather fill it in alone. */
  onLeave: () => void;
}

/** The first minute of a formula, one question at a time: which fish, which cut, its weight, its thickness, a jar. */
export function Begin({ onAdd, onLeave }: Props) {
  const { readOnly } = useOpened();
  const begun = useBegun();
  const open = BEGINNING.find((one) => !begun[one]) ?? 'jar';
  const [at, setAt] = useState<Beginning>(open);
  const panel = useRef<HTMLDivElement>(null);
  const walked = useRef(false);
  const place = BEGINNING.indexOf(at);

  /** On to the next that is open; what was answered already is passed over. */
  function next() {
    walked.current = true;
    setAt(BEGINNING.slice(place + 1).find((one) => !begun[one]) ?? 'jar');
  }
  // The focus walks on with the questions, once somebody has answered one.
  useEffect(() => {
    if (walked.current)
      panel.current?.querySelector<HTMLElement>(`[data-step="${at}"] :is(input, button)`)?.focus();
  }, [at]);

  const steps: Record<Beginning, ReactNode> = {
    fish: <ChooseFish onDone={next} />,
    cut: <ChooseCut onDone={next} />,
    weight: <Weigh onDone={next} />,
    thickness: <Measure onDone={next} />,
    jar: (
      <Button className="mt-4 min-h-11!" onClick={onAdd}>
        {names.addJar}
      </Button>
    ),
  };
  if (readOnly) return null;
  return (
    <div
      ref={panel}
      className="flex grow flex-col items-center overflow-y-auto rounded-plate border border-line bg-plate p-5"
      data-part="begin"
    >
      <ol className="flex flex-wrap justify-center gap-1" aria-label={names.beginning}>
        {BEGINNING.map((one, number) => (
          <li key={one}>
            <button
              type="button"
              aria-current={one === at ? 'step' : undefined}
              onClick={() => {
                walked.current = true;
                setAt(one);
              }}
              className={`min-h-9 rounded-full px-3 pointer-coarse:min-h-11 ${one === at ? 'bg-kelp font-semibold text-on-kelp' : 'text-quiet hover:bg-sunk'}`}
            >
              {begun[one] ? '✓' : number + 1} {says.begin.short[one]}
            </button>
          </li>
        ))}
      </ol>
      <section className="mt-5 w-full max-w-xl text-center" data-step={at} aria-live="polite">
        <h2 className="text-2xl">{says.begin.ask[at]}</h2>
        <p className="mt-1 text-quiet">{says.begin.why[at]}</p>
        {steps[at]}
      </section>
      <p className="mt-auto flex flex-wrap justify-center gap-x-5 pt-5 text-sm">
        {at !== 'jar' && <LinkButton onClick={onAdd}>{names.addJar}</LinkButton>}
        <LinkButton onClick={onLeave}>{names.leaveBeginning}</LinkButton>
      </p>
    </div>
  );
}
