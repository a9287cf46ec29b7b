import { useState } from 'react';
import type { Evaluation, TimeWindow } from '@/api';
import { WindowBar } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { Reckoning } from '@/formula/Reckoning';
import { stopping } from '@/formula/standing';
import { usePlanned } from '@/formula/usePlanned';
import { useQuestion } from '@/formula/useQuestion';
import { Trouble } from '@/ui';
import { fill, names, says } from '@/words';
import { duration } from '@/words/numbers';
import { momentAt } from '../state/moment';
import { CutPlate } from './CutPlate';
import { HeldBack } from './HeldBack';
import { LookFurther } from './LookFurther';
import { Minute } from './Minute';
import { NotTimed } from './NotTimed';
import { Figures, sentence } from './StateNow';

interface Props {
  jar: number;
  evaluation: Evaluation;
}

/** One jar through time: the cut across over its bar of time, the fish at each minute, and what lies beside it. */
export function JarInTime({ jar, evaluation }: Props) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [pinned, setPinned] = useState<number | null>(null);
  const asked = useQuestion('profiles', {});
  const compared = useQuestion('windows', { jar });
  const { planned } = usePlanned(jar);
  const { unreckoned, pantry } = useOpened();
  const window = evaluation.jars[jar]?.window;
  const profile = asked.answer?.jars[jar];
  if (!window) return <NotTimed jar={jar} evaluation={evaluation} />;

  const [stop] = stopping(evaluation);
  const minutes = chosen ?? planned ?? window.best_from_min;
  const moment = (at: number) => (profile?.t_min.length ? momentAt(profile, at) : null);
  const now = moment(minutes);
  const then = pinned === null ? null : moment(pinned);
  const waiting = !now && !asked.answer && !asked.problem;
  return (
    <>
      {/* That the server is not heard, or one is signed out, stands above already. */}
      {!unreckoned && <Trouble words={(asked.problem ?? compared.problem)?.detail} />}
      <section aria-label={names.cutAcross} className="rounded-plate border border-line bg-plate px-4 py-2">
        <Minute
          jar={jar}
          minutes={minutes}
          end={window.latest_min}
          pinned={pinned}
          onMinute={setChosen}
          onPin={setPinned}
        />
        {now && (
          <p className="text-base" data-part="sentence" aria-live="polite">
            {sentence(now, window, stop?.text)}
          </p>
        )}
        {/* As high as the cut and its figures will be, so that nothing moves when they come. */}
        {waiting && <div className="h-[18.45rem]" />}
        {!now && (asked.answer ? <p className="text-quiet">{says.window.surfaceOnly}</p> : <Reckoning />)}
        {now && profile && (
          <div className={then ? 'grid gap-4 md:grid-cols-2' : ''}>
            {then && (
              <CutPlate
                fish={evaluation.fish}
                profile={profile}
                now={then}
                caption={fill(says.across.pinned, { time: duration(then.minutes) })}
              />
            )}
            <CutPlate
              fish={evaluation.fish}
              profile={profile}
              now={now}
              caption={then ? fill(says.across.at, { time: duration(now.minutes) }) : undefined}
            />
          </div>
        )}
        <section aria-label={names.timeOfJar} className="mt-1">
          <WindowBar
            window={window}
            contact={minutes}
            planned={planned}
            label={names.timeInJar}
            steps={pantry.time_steps}
            onContact={setChosen}
          />
        </section>
        <p className="text-sm text-quiet">
          {planned === null ? says.window.noPlan : fill(says.window.planned, { time: duration(planned) })}{' '}
          {fill(says.strip.latest, { time: duration(window.latest_min), reason: window.reasons[0] ?? '' })}
          {window.moves.length > 0 && ` ${wouldBe(window.moves)}`}
        </p>
        <HeldBack jar={jar} planned={planned ?? window.best_from_min} />
        {window.groups.length > 0 && <Groups groups={window.groups} />}
        {waiting && <div className="h-[5.5rem]" />}
        {now && (
          <Figures
            moments={then ? [then, now] : [now]}
            window={window}
            dry={profile?.on_face_pct.some((share) => share > 0) ?? false}
            threshold={evaluation.exposure.threshold_c}
          />
        )}
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
      .join(', '),
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
