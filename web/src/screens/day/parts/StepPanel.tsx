import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { movedQuery, type PlannedStep } from '@/api';
import { minuteOf } from '@/service/columns';
import { dayOf, localAfter, wall } from '@/service/times';
import { Button, TextInput } from '@/ui';
import { fill } from '@/words';
import { day } from '@/words/day';
import { dayInWords, duration } from '@/words/numbers';
import { useService } from '../state/opened';
import { pinned, unpinned } from '../state/pins';

/** What a step is tried to be moved by [min]. */
const TRIED = 15;
const CLOCK = /^([01]?\d|2[0-3]):[0-5]\d$/;

/** The step that is looked at: why it is where it is, what it would cost to move it, and the ways to move it. */
export function StepPanel() {
  const { plan, chosen, choose } = useService();
  const step = plan.steps.find((one) => one.id === chosen);
  return (
    <section className="rounded-plate border border-line bg-plate p-3" data-part="step" data-step={step?.id}>
      <div className="flex items-start justify-between gap-2">
        <h2 className="text-base">{step ? step.text : day.step.head}</h2>
        {step && (
          <Button
            look="quiet"
            className="min-h-7! px-2!"
            aria-label={day.names.closeStep}
            onClick={() => choose(null)}
          >
            ×
          </Button>
        )}
      </div>
      {step ? <Why key={step.id} step={step} /> : <p className="text-sm text-quiet">{day.step.choose}</p>}
    </section>
  );
}

function Why({ step }: { step: PlannedStep }) {
  const { document, take, latest, readOnly } = useService();
  const bound = (which: 'not_before' | 'not_after', words: string) => {
    const one = step[which];
    return one && fill(words, { at: besides(one.at, step.start), why: one.why });
  };
  const movable = !readOnly && step.active && !step.fixed;
  return (
    <div className="mt-1 space-y-1 text-sm">
      <p>
        {dayInWords(step.start)}{' '}
        <strong>
          {fill(day.step.time, {
            from: wall(step.start),
            to: wall(step.end),
            minutes: duration(minuteOf(step.end) - minuteOf(step.start)),
          })}
        </strong>
        {[...step.people, ...step.stations].length > 0 &&
          ` · ${[...step.people, ...step.stations].join(', ')}`}
      </p>
      <p data-part="not-before">{bound('not_before', day.step.notEarlier)}</p>
      <p data-part="not-after">{bound('not_after', day.step.notLater)}</p>
      {step.fixed && <p>{day.step.fixed}</p>}
      {step.pinned && (
        <p>
          {day.step.pinned}{' '}
          {!readOnly && (
            <Button
              look="plain"
              className="min-h-7! px-2! text-sm"
              onClick={() => take(unpinned(document, step.id))}
            >
              {day.names.letGo}
            </Button>
          )}
        </p>
      )}
      {movable && (
        <>
          <Cost step={step} by={-TRIED} words={day.names.earlier} />
          <Cost step={step} by={TRIED} words={day.names.later} />
          <PutAt step={step} onPut={(at) => take(pinned(latest(), step.id, at))} />
          <p className="text-quiet">{day.step.dragSays}</p>
        </>
      )}
    </div>
  );
}

const besides = (at: string, beside: string): string =>
  at.slice(0, 10) === beside.slice(0, 10) ? wall(at) : `${dayInWords(at)} ${wall(at)}`;

/** What it would cost to have a step so much earlier or later; pressed it is put there. */
function Cost({ step, by, words }: { step: PlannedStep; by: number; words: string }) {
  const { kitchen, service, revision, fresh, take, latest } = useService();
  const at = localAfter(step.start, by);
  const asked = useQuery({ ...movedQuery(kitchen, service, revision, step.id, at), enabled: fresh });
  const answer = asked.data;
  return (
    <div className="border-t border-line pt-1" data-moved={by}>
      <Button
        look="plain"
        className="min-h-7! px-2! text-sm"
        disabled={!answer?.possible}
        onClick={() => take(pinned(latest(), step.id, at))}
      >
        {fill(words, { minutes: duration(Math.abs(by)), at: wall(at) })}
      </Button>
      <p className={answer && !answer.possible ? 'text-quiet' : ''}>
        {answer ? answer.says.join(' ') : asked.isError ? '' : day.step.asking}
      </p>
    </div>
  );
}

/** A time to put a step at, typed. */
function PutAt({ step, onPut }: { step: PlannedStep; onPut: (at: string) => void }) {
  const [typed, type] = useState(wall(step.start));
  useEffect(() => type(wall(step.start)), [step.start]);
  const sound = CLOCK.test(typed.trim());
  return (
    <form
      className="flex flex-wrap items-center gap-2 border-t border-line pt-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (sound) onPut(`${dayOf(step.start)}T${typed.trim().padStart(5, '0')}`);
      }}
    >
      <span className="flex items-center gap-1">
        {day.names.putAt}
        <TextInput
          label={day.names.putAt}
          value={typed}
          onType={type}
          className="w-16"
          fault={sound || typed.length < 4 ? undefined : day.step.notTime}
        />
      </span>
      <Button look="plain" type="submit" className="min-h-7! px-2! text-sm" disabled={!sound}>
        {day.names.put}
      </Button>
    </form>
  );
}
