import { useState } from 'react';
import type { PlannedStep } from '@/api';
import { nextOf } from '@/run/fold';
import { fill, named } from '@/words';
import { duration } from '@/words/numbers';
import { run as words } from '@/words/run';
import { calledOf, deedOf } from '../state/called';
import { clockAt, minutesTo } from '../state/clock';
import { stateOf, useRun } from '../state/opened';
import { soundOn } from '../state/useAlarm';
import { notIn } from '../state/weights';
import { allPassed, Gates } from './Gates';
import { MendJar } from './MendJar';
import { NotYet } from './NotYet';
import { PhotoButton } from './PhotoButton';
import { SomethingElse } from './SomethingElse';
import { WeighIn } from './WeighIn';

/** What is asked of a step besides whether it is done. */
type Asked = { what: 'not-yet' | 'mend'; step: PlannedStep } | { what: 'else'; step: PlannedStep | null };

/**
 * What stands at the tablet to be done now, huge: its reason, one button that says what has happened, and two others.
 * What is asked in between stays open whatever stands there meanwhile.
 */
export function Action() {
  const { shown, who, now } = useRun();
  const next = nextOf(shown.plan, shown.state, who, now);
  const [asked, ask] = useState<Asked | null>(null);
  const close = () => ask(null);
  return (
    <section aria-label={words.names.now} data-part="action" className="min-w-0">
      <TakeBack />
      {next ? (
        <Step key={next.step.id} step={next.step} waits={next.waits} ask={ask} />
      ) : (
        <Nothing ask={ask} />
      )}
      {asked?.what === 'not-yet' && <NotYet step={asked.step} onClose={close} />}
      {asked?.what === 'mend' && <MendJar step={asked.step} onClose={close} />}
      {asked?.what === 'else' && <SomethingElse step={asked.step} onClose={close} />}
    </section>
  );
}

function Nothing({ ask }: { ask: (asked: Asked) => void }) {
  const { who, readOnly } = useRun();
  return (
    <div className="rounded-plate border border-line bg-plate p-5">
      <h2 className="text-3xl">{fill(words.nothing, { who })}</h2>
      <p className="mt-2 text-xl text-quiet">{words.nothingSays}</p>
      {!readOnly && <Beside what="else" dark={false} onPress={() => ask({ what: 'else', step: null })} />}
    </div>
  );
}

const BESIDE = { else: words.names.else, 'not-yet': words.names.notYet, mend: `${words.names.mendJar} …` };

/** A button beside the big one. */
function Beside({ what, dark, onPress }: { what: Asked['what']; dark: boolean; onPress: () => void }) {
  return (
    <button
      type="button"
      data-part={what}
      onClick={onPress}
      className={`min-h-14 w-full rounded-plate border-2 px-3 text-xl font-semibold ${dark ? 'border-on-kelp/60' : 'mt-2 border-edge bg-plate text-ink'}`}
    >
      {BESIDE[what]}
    </button>
  );
}

/** What is longer is written smaller, so that the button stays in sight. */
const LONG = 55;

interface StepProps {
  step: PlannedStep;
  waits: PlannedStep[];
  ask: (asked: Asked) => void;
}

function Step({ step, waits, ask }: StepProps) {
  const { shown, say, readOnly, courses } = useRun();
  const stands = stateOf(shown, step);
  const begins = step.press === 'begin';
  const button = begins && step.do === 'side' ? words.begun.side : named(words.done, step.do);
  const due = useDue(step);
  const deed = deedOf(step);
  const mends = step.jar !== null && step.course !== null;
  // While something is to be weighed that is the next thing to press, and the big button steps back.
  const strong = due.soon && notIn(shown, step).length === 0;
  return (
    <div
      data-step={step.id}
      data-press={step.press}
      className={`rounded-plate p-4 sm:p-5 ${due.soon || waits.length > 0 ? 'border-2 border-kelp bg-plate' : 'bg-kelp text-on-kelp'}`}
    >
      <p className="text-lg" data-part="when">
        {step.course && courses > 1 && <b data-part="course">{step.course} · </b>}
        {due.words}
        {stands.until !== null && ` · ${fill(words.putOff, { at: clockAt(step.start, stands.until) })}`}
      </p>
      <h2
        className={`mt-1 font-title leading-tight font-bold ${deed.length > LONG ? 'text-[clamp(1.5rem,3.3vw,2rem)]' : 'text-[clamp(1.7rem,4.6vw,2.7rem)]'}`}
        data-part="deed"
      >
        {deed}
      </h2>
      {step.not_after && (
        <p className="mt-2 text-lg" data-part="reason">
          {fill(words.notAfter, { at: step.not_after.at.slice(11, 16), why: step.not_after.why })}
        </p>
      )}
      {step.must && <p className="mt-1 text-lg font-bold">{words.must}</p>}
      {waits.length > 0 && (
        <p className="mt-3 text-xl font-semibold" data-part="waits">
          {fill(words.waitsFor, {
            steps: waits.map((one) => `“${calledOf(one, courses)}”`).join(', '),
          })}
        </p>
      )}
      {!readOnly && waits.length === 0 && (
        <>
          <WeighIn step={step} />
          <Gates step={step} />
          <NotWeighed step={step} />
          <button
            type="button"
            data-part="done"
            disabled={!allPassed(shown, step)}
            onClick={() => {
              void soundOn();
              say({ do: begins ? 'started' : 'done', step: step.id }, button);
            }}
            className={`mt-3 min-h-[90px] w-full rounded-plate border-2 px-4 text-3xl font-bold disabled:opacity-45 ${strong ? 'border-kelp bg-kelp text-on-kelp' : `bg-plate text-kelp ${due.soon ? 'border-kelp' : 'border-plate'}`}`}
          >
            {button}
          </button>
          <div className="mt-2 grid grid-cols-2 gap-2">
            <Beside what="not-yet" dark={!due.soon} onPress={() => ask({ what: 'not-yet', step })} />
            <Beside what="else" dark={!due.soon} onPress={() => ask({ what: 'else', step })} />
            {mends && <Beside what="mend" dark={!due.soon} onPress={() => ask({ what: 'mend', step })} />}
            <PhotoButton step={step} dark={!due.soon} wide={!mends} />
          </div>
        </>
      )}
      {/* Whoever waits for others may have to say something all the same. */}
      {!readOnly && waits.length > 0 && (
        <div className="grid grid-cols-2 gap-2">
          <Beside what="else" dark={false} onPress={() => ask({ what: 'else', step })} />
          <PhotoButton step={step} dark={false} wide={false} />
        </div>
      )}
    </div>
  );
}

/** What is not weighed here counts as it was meant: it is said before the step is. */
function NotWeighed({ step }: { step: PlannedStep }) {
  const { shown } = useRun();
  const lines = notIn(shown, step);
  if (lines.length === 0) return null;
  return (
    <p className="mt-3 text-lg" data-part="not-weighed">
      {fill(words.notWeighed, { lines: lines.join(', ') })}
    </p>
  );
}

/** Whether a step is to come only, and when it is due, in words. */
function useDue(step: PlannedStep): { soon: boolean; words: string } {
  const { who, now } = useRun();
  const start = Date.parse(step.start);
  const end = Date.parse(step.end);
  const minutes = duration(minutesTo(start, end));
  const at = step.start.slice(11, 16);
  if (start > now)
    return { soon: true, words: fill(words.soonFor, { who, at, time: duration(minutesTo(now, start)) }) };
  const due = step.press === 'begin' ? start : end;
  const late = Math.floor((now - due) / 60_000);
  if (late >= 1) return { soon: false, words: fill(words.lateFor, { who, time: duration(late) }) };
  return {
    soon: false,
    words: fill(now - start < 60_000 ? words.nowFor : words.since, { who, at, minutes }),
  };
}

/** So long what was said is taken back by one press [s]. */
const UNDO_S = 10;

/** What was said last, and the way back while it is fresh. */
export function TakeBack() {
  const { said, takeBack, zone } = useRun();
  const left = said ? UNDO_S - Math.max(0, Math.floor((Date.now() - said.since) / 1000)) : 0;
  return (
    <div role="status" data-part="said">
      {said && left > 0 && (
        <p className="mb-2 flex flex-wrap items-center gap-3 rounded-plate bg-kelp-soft py-1 pr-1 pl-4 text-lg">
          <span className="min-w-0 grow basis-40 truncate">
            {fill(words.told, { what: said.called, at: clockAt(zone, said.at) })}
          </span>
          <button
            type="button"
            onClick={() => takeBack(said.event)}
            className="min-h-12 rounded-control border border-edge bg-plate px-4 font-semibold whitespace-nowrap"
          >
            {words.names.takeBack}{' '}
            <span className="text-quiet">{fill(words.leftToUndo, { seconds: left })}</span>
          </button>
        </p>
      )}
    </div>
  );
}
