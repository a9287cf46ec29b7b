import { useQuery } from '@tanstack/react-query';
import { asItIsQuery } from '@/api';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { clockAt, dayClockAt } from '../state/clock';
import { useRun } from '../state/opened';
import { Changes } from './Changes';

/** It is reckoned anew so often while nothing is said [ms]. */
const ANEW_MS = 60_000;

/** As it really is: what the fish has by now, with what went in, how warm it was and how long it lay. */
export function AsItIs() {
  const { kitchen, run, shown, courses, now, zone } = useRun();
  const asked = useQuery({
    ...asItIsQuery(kitchen, run, shown.last, shown.planNumber),
    refetchInterval: ANEW_MS,
    placeholderData: (before) => before,
    retry: false,
  });
  const found = asked.data ?? [];
  const tells = found.filter(
    (one) =>
      one.jars.length + one.cautions.length > 0 || Object.keys({ ...one.readings, ...one.plate }).length > 0,
  );
  if (tells.length === 0) return null;
  return (
    <section
      aria-label={words.names.asItIs}
      data-part="as-it-is"
      className="rounded-plate border border-line bg-plate px-4 py-2"
    >
      <h3 className="text-lg font-semibold">
        {shown.endedAt
          ? words.asItWent
          : shown.problem
            ? fill(words.asItWas, { at: clockAt(zone, shown.heardAt) })
            : words.names.asItIs}
      </h3>
      {tells.map((one) => (
        <div key={one.course} data-course={one.course} className="border-t border-line py-1 text-lg">
          {courses > 1 && <b>{one.title}</b>}
          {one.jars.map((jar) => (
            <p key={jar.name} data-jar={jar.jar}>
              {jar.says}
              {!jar.over && jar.best_from && jar.latest && (
                <span className="block text-base text-quiet">
                  {fill(words.jarWindow, {
                    best: dayClockAt(zone, Date.parse(jar.best_from), now),
                    latest: dayClockAt(zone, Date.parse(jar.latest), now),
                  })}
                </span>
              )}
            </p>
          ))}
          {Object.entries(one.readings).map(([name, changes]) => (
            <div key={name} data-otherwise={name}>
              <span className="text-base font-semibold">{name}</span>
              <Changes changes={changes} />
            </div>
          ))}
          <Changes changes={one.plate} />
          {one.cautions.map((caution) => (
            <p key={caution} className="text-base font-semibold text-stop">
              {caution}
            </p>
          ))}
        </div>
      ))}
    </section>
  );
}
