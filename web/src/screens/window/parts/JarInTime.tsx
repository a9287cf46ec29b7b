import { useState } from 'react';
import type { Evaluation, Json, TimeWindow } from '@/api';
import { WindowBar } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { stopping, whyNoWindow } from '@/formula/standing';
import { usePlanned } from '@/formula/usePlanned';
import { useQuestion } from '@/formula/useQuestion';
import { Button, NumberInput, Trouble } from '@/ui';
import { duration } from '@/words/numbers';
import { momentAt } from '../state/moment';
import { CutPlate } from './CutPlate';
import { LookFurther } from './LookFurther';
import { StateNow } from './StateNow';

/** The minute as a field shows it: a tenth below ten, whole ones above. */
const shownMinutes = (minutes: number) =>
  minutes < 10 ? Math.round(minutes * 10) / 10 : Math.round(minutes);

const NOT_TIMED =
  'This jar is not timed on this fish. Say which fish, cut, weight and thickness, and fill the jar; a finish is never timed.';

/** One jar through time: the cut across, the fish at each minute, the window, and what lies beside it. */
export function JarInTime({ jar, evaluation }: { jar: number; evaluation: Evaluation }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const asked = useQuestion('profiles', {});
  const compared = useQuestion('windows', { jar });
  const { planned, plan } = usePlanned(jar);
  const { unreckoned } = useOpened();
  const window = evaluation.jars[jar]?.window;
  const profile = asked.answer?.jars[jar];

  if (!window) {
    return (
      <p className="rounded-plate border border-line bg-plate p-4 text-quiet" data-part="no-window">
        {whyNoWindow(evaluation, jar)?.text ?? NOT_TIMED}
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
        <section aria-label="The cut across" className="rounded-plate border border-line bg-plate p-3">
          {now && profile && <CutPlate fish={evaluation.fish} profile={profile} now={now} />}
          {!now && (
            <p className="text-quiet">
              {asked.answer
                ? 'This jar works on the surface only: nothing goes in that could be drawn.'
                : 'Reckoning …'}
            </p>
          )}
        </section>
        <section aria-label="The minute" className="rounded-plate border border-line bg-plate p-3">
          <div className="mb-1 flex items-center gap-2">
            <label htmlFor="minute" className="font-title text-lg font-semibold">
              At
            </label>
            <NumberInput
              id="minute"
              label="Minute to look at"
              value={shownMinutes(minutes)}
              onType={(typed: Json) => setChosen(typeof typed === 'number' && typed >= 0 ? typed : null)}
              className="w-20"
            />
            <span>min</span>
            {plan && (
              <Button look="plain" className="ml-auto min-h-8! px-2! text-sm" onClick={() => plan(minutes)}>
                Plan {duration(minutes)}
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
      <section aria-label="Window" className="rounded-plate border border-line bg-plate px-4 py-2">
        <WindowBar
          window={window}
          contact={minutes}
          planned={planned}
          label="Time in the jar"
          onContact={setChosen}
        />
        <p className="text-sm text-quiet">
          {planned === null ? 'No time is planned yet.' : `Planned: ${duration(planned)}.`} At{' '}
          {duration(window.latest_min)}: {window.reasons[0]}.
          {window.moves.length > 0 &&
            ` The latest would be ${window.moves.map((move) => `${duration(move.latest_min)} with ${move.change}`).join('; ')}.`}
        </p>
        {window.groups.length > 0 && <Groups groups={window.groups} />}
      </section>
      <LookFurther jar={jar} compared={compared.answer} courses={asked.answer} />
    </>
  );
}

/** Unlike pieces: when each group goes in so that all come out together. */
function Groups({ groups }: { groups: TimeWindow['groups'] }) {
  return (
    <ul className="mt-1 text-sm" data-part="stagger">
      {groups.map((group, place) => (
        <li key={group.id ?? place}>
          Group {place + 1}: in{' '}
          {group.start_after_min < 0.5 ? 'at once' : `${duration(group.start_after_min)} later`}; best{' '}
          {duration(group.best_from_min)} to {duration(group.best_to_min)}, latest{' '}
          {duration(group.latest_min)}.
        </li>
      ))}
    </ul>
  );
}
