import { Link } from '@tanstack/react-router';
import type { TimeWindow } from '@/api';
import { pointer, text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import { Rim, WindowBar } from '@/drawing';
import { addressOf } from '@/formula/address';
import { useOpened } from '@/formula/opened';
import { stopping, whyNoWindow } from '@/formula/standing';
import { usePlanned } from '@/formula/usePlanned';
import { fill, names, says } from '@/words';
import { duration, millimetres, percent } from '@/words/numbers';

interface Props {
  jar: number;
  stale: boolean;
  className: string;
}

/** The open jar's time under the picture of the cut: the widest thing on the screen, and one sentence on what to do. */
export function WindowStrip({ jar, stale, className }: Props) {
  const { evaluation, value, pantry } = useOpened();
  const window = evaluation?.jars[jar]?.window;
  const { planned, plan } = usePlanned(jar);
  const kind = kindOf(pantry, text(value(['jars', jar, 'kind'])));
  const unable = whyNoWindow(evaluation, jar);
  const [stop] = stopping(evaluation);
  return (
    <section
      aria-label={names.timeOfJar}
      className={`grid min-h-[6.4rem] items-center gap-x-5 gap-y-1 rounded-plate border border-line bg-plate px-4 py-1.5 md:grid-cols-[9rem_minmax(0,1fr)] xl:grid-cols-[9rem_minmax(0,1fr)_17rem] ${className}`}
      data-stale={stale}
    >
      {window ? (
        <>
          <Picture window={window} />
          <WindowBar
            window={window}
            contact={planned}
            label={names.plannedTime}
            steps={pantry.time_steps}
            onContact={plan}
          />
          <div className="text-sm md:col-span-2 xl:col-span-1">
            {stop ? <Stopped text={stop.text} /> : <Advice jar={jar} window={window} planned={planned} />}
            <ToWindow jar={jar} />
          </div>
        </>
      ) : (
        <p className="text-quiet md:col-span-2" data-part="no-window">
          {unable?.text ?? (kind?.finishes ? says.strip.never : says.strip.unable)}
        </p>
      )}
    </section>
  );
}

/** The cut across as it is at the planned time, or where its best begins. */
function Picture({ window }: { window: TimeWindow }) {
  const fish = useOpened().evaluation?.fish;
  const state = window.at_contact_time;
  if (!fish || !state) return <span />;
  const words = fill(state.acid_depth_mm > 0 ? says.strip.rim : says.strip.salted, {
    time: duration(state.minutes),
    salt: percent(state.salt_pct_of_fish),
    acid: millimetres(state.acid_depth_mm),
  });
  return (
    <figure className="hidden flex-col items-center gap-1 md:flex">
      <Rim fish={fish} acidMm={state.acid_depth_mm} label={words} />
      <figcaption className="text-center text-sm leading-4 text-quiet" data-part="at-contact">
        {words}
      </figcaption>
    </figure>
  );
}

function ToWindow({ jar }: { jar: number }) {
  const { kitchen, formula, version } = useOpened();
  if (version !== null) return null;
  return (
    <Link
      to="/$kitchen/formula/$formula/window"
      params={{ kitchen, formula: addressOf(formula) }}
      search={{ jar }}
      className="inline-block min-h-6 font-semibold text-kelp underline underline-offset-2"
    >
      {names.seeItMoveIn} →
    </Link>
  );
}

/** While anything stops the formula, no time is told to lift the fish out at. */
function Stopped({ text: why }: { text: string }) {
  return (
    <>
      <p className="text-base font-semibold text-stop" data-part="advice">
        {says.strip.stopped}
      </p>
      <p className="line-clamp-2" title={why}>
        {why}
      </p>
    </>
  );
}

interface AdviceProps {
  jar: number;
  window: TimeWindow;
  planned: number | null;
}

/** What to do, what limits it, and a better time where the planned one is off its best. */
function Advice({ jar, window, planned }: AdviceProps) {
  const { evaluation, apply, readOnly } = useOpened();
  const late = planned !== null && planned > window.latest_min;
  const early = planned !== null && planned < window.earliest_min;
  const place = pointer(['jars', jar, 'method', 'contact_time']);
  const better = evaluation?.notices.find((one) => one.code === 'off-best' && one.path === place);
  return (
    <>
      <p className={`text-base font-semibold ${late ? 'text-stop' : ''}`} data-part="advice">
        {late && fill(says.strip.late, { time: duration(window.latest_min) })}
        {early && fill(says.strip.early, { time: duration(window.earliest_min) })}
        {!late && !early && (window.best_from_min > 0 ? liftOut(window) : heatSoon(window))}
      </p>
      <p className="text-quiet">
        {fill(says.strip.latest, { time: duration(window.latest_min), reason: window.reasons[0] ?? '' })}
      </p>
      {better?.patch && !readOnly && (
        <button
          type="button"
          className="mr-3 min-h-6 font-semibold text-kelp underline underline-offset-2"
          title={better.text}
          onClick={() => better.patch && apply(better.patch)}
        >
          {better.deed}
        </button>
      )}
    </>
  );
}

const liftOut = (window: TimeWindow) =>
  window.best_to_min - window.best_from_min < 1
    ? fill(says.strip.liftBy, { time: duration(window.best_to_min) })
    : fill(says.strip.liftBetween, {
        from: duration(window.best_from_min),
        to: duration(window.best_to_min),
      });

/** Coatings have no waiting time: they go on just before the heat. */
const heatSoon = (window: TimeWindow) => fill(says.strip.heatWithin, { time: duration(window.best_to_min) });
