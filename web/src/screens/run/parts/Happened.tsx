import { photoAt } from '@/api';
import { eventsOf, type Told } from '@/run/events';
import { fill, named, terms } from '@/words';
import { grams } from '@/words/numbers';
import { run as words } from '@/words/run';
import { calledOf } from '../state/called';
import { clockAt } from '../state/clock';
import { useRun } from '../state/opened';
import { lineOf } from '../state/weights';

/** So many of what was said last are told. */
const MOST = 6;

/** What was said last, each with the way to take it back: an event is never changed, another one voids it. */
export function Happened() {
  const { kitchen, run, shown, keeper, takeBack, readOnly, courses, logKinds, zone } = useRun();
  const steps = new Map(shown.plan.steps.map((step) => [step.id, step]));
  const last = eventsOf(keeper.written())
    .filter((event) => event.do !== 'void')
    .reverse()
    .slice(0, MOST);
  const called = (event: Told): string => {
    const what = event.says.what as keyof typeof words.whats | undefined;
    if (event.do === 'happened') return words.whats[what ?? 'other'] ?? words.whats.other;
    if (event.do === 'corrected') return event.says.note ?? words.deedsHappened.corrected;
    if (event.do === 'weighed') {
      const amounts = steps.get(event.step ?? '')?.amounts ?? [];
      const line = amounts.find((one) => lineOf(one) === event.says.line)?.name;
      return fill(words.weighed, { line: line ?? '', value: grams(event.says.value) });
    }
    if (event.do === 'logged') {
      const kind = logKinds.find((one) => one.kind === what)?.name ?? '';
      const value = event.says.value;
      return `${kind} ${event.says.note ?? ''} ${typeof value === 'number' ? fill(words.readOff, { value, unit: named(terms.units, 'degC') }) : ''}`.trim();
    }
    const deed =
      event.do === 'passed'
        ? event.says.value === null || event.says.value === undefined
          ? words.looked
          : fill(words.readOff, { value: event.says.value, unit: named(terms.units, event.says.unit ?? '') })
        : named(words.deedsHappened, event.do);
    return `${calledOf(steps.get(event.step ?? ''), courses)} ${deed}`.trim();
  };
  if (last.length === 0) return null;
  return (
    <details className="rounded-plate border border-line bg-plate px-4 py-2" data-part="happened">
      <summary className="min-h-11 py-2 text-lg font-semibold">{words.names.happened}</summary>
      <ul>
        {last.map((event) => (
          <li key={event.id} className="flex items-center gap-3 border-t border-line py-1 text-base">
            <b>{clockAt(zone, event.at)}</b>
            <span className="min-w-0 grow truncate">{called(event)}</span>
            {event.says.photo &&
              (keeper.waitsHere(event.says.photo) ? (
                <span className="text-quiet">{words.photoWaits}</span>
              ) : (
                <img
                  src={photoAt(kitchen, run, event.says.photo)}
                  alt={fill(words.photoOf, {
                    what: called(event),
                    at: clockAt(zone, event.at),
                  })}
                  loading="lazy"
                  className="size-12 rounded-control object-cover"
                />
              ))}
            {event.by && <span>{event.by}</span>}
            {!readOnly && (
              <button
                type="button"
                aria-label={fill(words.names.takeBackOf, { what: called(event) })}
                onClick={() => takeBack(event.id)}
                className="min-h-11 px-2 whitespace-nowrap underline"
              >
                {words.names.takeBack}
              </button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
