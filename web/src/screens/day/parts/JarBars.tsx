import type { JarOnFish } from '@/api';
import { minuteOf } from '@/service/columns';
import type { Scale } from '@/service/scale';
import { wall } from '@/service/times';
import { fill } from '@/words';
import { day } from '@/words/day';
import { dayInWords } from '@/words/numbers';
import { useService } from '../state/opened';

/** Jars on fish, one after another: the window of each turned upright, and from when to when it is on by the plan. */
export function JarBars({ jars, scale }: { jars: JarOnFish[]; scale: Scale }) {
  return (
    <ol className="relative">
      {jars.map((jar) => (
        <JarBar key={jar.step} jar={jar} scale={scale} />
      ))}
    </ol>
  );
}

function JarBar({ jar, scale }: { jar: JarOnFish; scale: Scale }) {
  const { choose } = useService();
  const on = scale.y(minuteOf(jar.on));
  const off = scale.y(minuteOf(jar.off));
  // A window reaches past the fish: as far as the docket goes, and it says where that is cut off.
  const end = scale.marks.at(-1) ?? 0;
  const y = (at: string | null) => (at === null ? null : scale.y(Math.min(minuteOf(at), end)));
  const [bestFrom, bestTo, latest] = [y(jar.best_from), y(jar.best_to), y(jar.latest)];
  const beyond = jar.latest !== null && minuteOf(jar.latest) > end;
  const when = (at: string | null) => (at === null ? '' : timeBeside(at, jar.on));
  const words = fill(jar.latest ? day.jarWindow : day.jarWindowShort, {
    jar: jar.name,
    course: jar.course,
    on: wall(jar.on),
    off: wall(jar.off),
    from: when(jar.best_from),
    to: when(jar.best_to),
    latest: when(jar.latest),
  });
  return (
    <li className="contents">
      <button
        type="button"
        data-jar={jar.jar}
        aria-label={words}
        title={words}
        onClick={() => choose(jar.step)}
        className="absolute inset-x-0"
        style={{ top: on, height: Math.max(off - on, 18) }}
      >
        <span className="absolute inset-y-0 left-1 w-3 rounded-control border border-edge bg-sunk" />
        {bestFrom !== null && bestTo !== null && (
          <span
            data-part="best"
            className="absolute left-1 w-3 bg-best forced-color-adjust-none"
            style={{ top: bestFrom - on, height: Math.max(Math.min(bestTo, off) - bestFrom, 3) }}
          />
        )}
        <span className="absolute top-0 left-5 max-h-full truncate text-xs leading-3.5 text-quiet [writing-mode:vertical-rl]">
          {jar.name}
        </span>
      </button>
      {bestTo !== null && bestTo > off && (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute left-1 w-3 border-x border-best bg-best-soft"
          style={{ top: off, height: bestTo - off }}
        />
      )}
      {latest !== null && !beyond && (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute left-0 h-[3px] w-5 bg-stop forced-color-adjust-none"
          style={{ top: latest }}
          data-part="latest"
        />
      )}
      <span
        aria-hidden="true"
        className="pointer-events-none absolute left-0 h-1.5 w-5 -translate-y-1/2 rounded-full border-2 border-ink bg-plate"
        style={{ top: off }}
      />
    </li>
  );
}

/** The clock of a time, with its day where that is another. */
const timeBeside = (at: string, beside: string): string =>
  at.slice(0, 10) === beside.slice(0, 10) ? wall(at) : `${dayInWords(at)} ${wall(at)}`;
