import { useState } from 'react';
import type { Evaluation, Json, TimeWindow } from '@/api';
import { WindowBar } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { stopping, whyNoWindow } from '@/formula/standing';
import { usePlanned } from '@/formula/usePlanned';
import { useQuestion } from '@/formula/useQuestion';
import { Button, NumberInput, Trouble } from '@/ui';
import { fill, names, says } from '@/words';
import { duration } from '@/words/numbers';
import { momentAt } from '../state/moment';
import { CutPlate } from './CutPlate';
import { LookFurther } from './LookFurther';
import { StateNow } from './StateNow';

/** The minute as a field shows it: a tenth below ten, whole ones above. */
const shownMinutes = (minutes: number) =>
  minutes < 10 ? Math.round(minutes * 10) / 10 : Math.round(minutes);

/** One jar through time: the cut across, the fish at each minute, the window, and what lies beside it. */
export function JarInTime({ jar, evaluation }: { jar: number; evaluation: Evaluation }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const asked = useQuestion('profiles', {});
  const compared = useQuestion('windows', { jar });
  const { planned, plan } = usePlanned(jar);
  const { unreckoned, pantry } = useOpened();
  const window = evaluation.jars[jar]?.window;
  const profile = asked.answer?.jars[jar];

  if (!window) {
    return (
      <p className="rounded-plate border border-line bg-plate p-4 text-quiet" data-part="no-window">
        {whyNoWindow(evaluation, jar)?.text ?? says.window.notTimed}
      </p>
    );
  }
  const [stop] = stopping(evaluation);
  const minutes = chosen ?? planned ?? window.best_from_min;
  const now = profile?.t_min.length ? momentAt(profile, minutes) : null;
  const dry = profile?.on_face_pct.some((share) => share > 0) ?? false;
  return (
    <>
      {/* That the server is not heard, or one is signed out, stands above already. */}
      {!unreckoned && <Trouble words={(asked.problem ?? compared.problem)?.detail} />}
      <div className="grid gap-3 xl:grid-cols-[minmax(0,1fr)_22rem]">
        <section aria-label={names.cutAcross} className="rounded-plate border border-line bg-plate p-3">
          {now && profile && <CutPlate fish={evaluation.fish} profile={profile} now={now} />}
          {!now && (
            <p className="text-quiet">{asked.answer ? says.window.surfaceOnly : says.app.reckoning}</p>
          )}
        </section>
        <section aria-label={names.theMinute} className="rounded-plate border border-line bg-plate p-3">
          <div className="mb-1 flex items-center gap-2">
            <label htmlFor="minute" className="font-title text-lg font-semibold">
              {says.window.at}
            </label>
            <NumberInput
              id="minute"
              label={names.minute}
              value={shownMinutes(minutes)}
              onType={(typed: Json) => setChosen(typeof typed === 'number' && typed >= 0 ? typed : null)}
              className="w-20"
            />
            <span>{says.window.min}</span>
            {plan && (
              <Button look="plain" className="ml-auto min-h-8! px-2! text-sm" onClick={() => plan(minutes)}>
                {fill(names.planMinutes, { time: duration(minutes) })}
              </Button>
            )}
          </div>
          {now && (
            <StateNow
              now={now}
              window={window}
              dry={dry}
              threshold={evaluation.exposure.threshold_c}
              stop={stop?.text}
            />
          )}
          {!now && <p className="text-quiet">{window.reasons[0]}</p>}
        </section>
      </div>
      <section aria-label={names.window} className="rounded-plate border border-line bg-plate px-4 py-2">
        <WindowBar
          window={window}
          contact={minutes}
          planned={planned}
          steps={pantry.time_steps}
          label={names.timeInJar}
          onContact={setChosen}
        />
        <p className="text-sm text-quiet">
          {planned === null ? says.window.noPlan : fill(says.window.planned, { time: duration(planned) })}{' '}
          {fill(says.strip.latest, { time: duration(window.latest_min), reason: window.reasons[0] ?? '' })}
          {window.moves.length > 0 && ` ${wouldBe(window.moves)}`}
        </p>
        {window.groups.length > 0 && <Groups groups={window.groups} />}
      </section>
      <LookFurther jar={jar} compared={compared.answer} courses={asked.answer} />
    </>
  );
}

/** What would make the latest later or earlier. */
const wouldBe = (moves: TimeWindow['moves']) =>
  fill(says.window.wouldBe, {
    moves: moves
      .map((move) => fill(says.window.move, { time: duration(move.latest_min), change: move.change }))
      .join('; '),
  });

/** Unlike pieces: when each group goes in so that all come out together. */
function Groups({ groups }: { groups: TimeWindow['groups'] }) {
  return (
    <ul className="mt-1 text-sm" data-part="stagger">
      {groups.map((group, place) => (
        <li key={group.id ?? place}>
          {fill(group.start_after_min < 0.5 ? says.window.groupAtOnce : says.window.groupLater, {
            group: place + 1,
            start: duration(group.start_after_min),
            from: duration(group.best_from_min),
            to: duration(group.best_to_min),
            latest: duration(group.latest_min),
          })}
        </li>
      ))}
    </ul>
  );
}
