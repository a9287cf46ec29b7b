import { Link } from '@tanstack/react-router';
import type { TimeWindow } from '@/api';
import { text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import { WindowBar } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { stopping, whyNoWindow } from '@/formula/standing';
import { usePlanned } from '@/formula/usePlanned';
import { fill, names, says } from '@/words';
import { duration, millimetres, percent } from '@/words/numbers';

/** The open jar's window on this cut: the widest thing on the screen, and one sentence that says what to do. */
export function WindowStrip({ jar, stale, className }: { jar: number; stale: boolean; className: string }) {
  const { evaluation, value, pantry, kitchen, formula } = useOpened();
  const window = evaluation?.jars[jar]?.window;
  const fish = evaluation?.fish;
  const { planned: contact, plan } = usePlanned(jar);
  const kind = kindOf(pantry, text(value(['jars', jar, 'kind'])));
  const unable = whyNoWindow(evaluation, jar);
  const [stop] = stopping(evaluation);
  return (
    <section
      aria-label={names.window}
      className={`grid items-center gap-4 rounded-plate border border-line bg-plate px-4 py-2 md:grid-cols-[9rem_minmax(0,1fr)] xl:grid-cols-[9rem_minmax(0,1fr)_18rem] ${className}`}
      data-stale={stale}
    >
      <div>
        <h2 className="text-lg">
          <Link
            to="/$kitchen/formula/$formula/window"
            params={{ kitchen, formula: String(formula) }}
            className="underline decoration-dotted underline-offset-4 hover:text-kelp"
          >
            {fill(says.strip.head, { place: jar + 1 })}
          </Link>
        </h2>
        <p className="text-sm text-quiet">
          {fill(says.strip.thick, { thickness: millimetres(fish?.thickness_mm) })}
        </p>
      </div>
      {window ? (
        <>
          <WindowBar window={window} contact={contact} label={names.plannedTime} onContact={plan} />
          {stop ? <Stopped text={stop.text} /> : <Advice window={window} contact={contact} />}
        </>
      ) : (
        <p className="text-quiet xl:col-span-2" data-part="no-window">
          {unable?.text ?? (kind?.finishes ? says.strip.never : says.strip.unable)}
        </p>
      )}
    </section>
  );
}

/** While anything stops the formula, no time is told to lift the fish out at. */
function Stopped({ text: why }: { text: string }) {
  return (
    <div className="text-sm md:col-span-2 xl:col-span-1">
      <p className="text-base font-semibold text-stop" data-part="advice">
        {says.strip.stopped}
      </p>
      <p>{why}</p>
    </div>
  );
}

/** What to do, and what limits it. */
function Advice({ window, contact }: { window: TimeWindow; contact: number | null }) {
  const state = window.at_contact_time;
  const late = contact !== null && contact > window.latest_min;
  const early = contact !== null && contact < window.earliest_min;
  return (
    <div className="text-sm md:col-span-2 xl:col-span-1">
      <p className={`text-base font-semibold ${late ? 'text-stop' : ''}`} data-part="advice">
        {late && fill(says.strip.late, { time: duration(window.latest_min) })}
        {early && fill(says.strip.early, { time: duration(window.earliest_min) })}
        {!late && !early && (window.best_from_min > 0 ? liftOut(window) : heatSoon(window))}
      </p>
      <p className="text-quiet">
        {fill(says.strip.latest, { time: duration(window.latest_min), reason: window.reasons[0] ?? '' })}
      </p>
      {state && (
        <p className="text-quiet" data-part="at-contact">
          {fill(state.acid_depth_mm > 0 ? says.strip.afterSour : says.strip.after, {
            which: state.planned ? says.strip.planned : says.strip.atBest,
            time: duration(state.minutes),
            salt: percent(state.salt_pct_of_fish),
            acid: millimetres(state.acid_depth_mm),
          })}
        </p>
      )}
    </div>
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
