import { fill } from '@/words';
import { run as words } from '@/words/run';
import { clockAt } from '../state/clock';
import { useRun } from '../state/opened';
import { WARM } from './RunHead';

/** So many things that are otherwise are told. */
const FEW = 3;
const OVERDUE = 'overdue';

/**
 * What has to be known beside the action: what has no plan any more, what is overdue, fish that stands warm; then what the
 * last plan made otherwise, and how it stands with the server.
 */
export function Stands() {
  const { shown, zone } = useRun();
  const { plan, problem, unsent } = shown;
  const grave = [
    ...plan.unplanned.map(({ text }) => text),
    ...plan.relaxed.filter(({ rule }) => rule === OVERDUE).map(({ text }) => text),
    ...plan.notices.filter(({ code }) => code === WARM).map(({ text }) => text),
    ...(shown.keeps ? [] : [words.notKept]),
  ];
  const told = [
    ...(unsent > 0 && problem ? [`${fill(words.unsent, { many: unsent })} ${problem.detail}`] : []),
    ...(problem ? [fill(words.asOf, { at: clockAt(zone, shown.heardAt) })] : []),
    ...(shown.jumped ? [words.jumped] : []),
    ...(shown.pace > 1 ? [fill(words.played, { pace: shown.pace })] : []),
    ...shown.told.map((one) => fill(words.refused, { told: one })),
    ...shown.changed.slice(0, FEW),
  ];
  return (
    <div role="status" data-part="stands" data-unsent={unsent} data-plan={shown.planNumber}>
      {[...new Set(grave)].map((one) => (
        <p
          key={one}
          className="mb-2 rounded-plate border-2 border-stop bg-stop-soft px-4 py-2 text-lg font-semibold"
        >
          {one}
        </p>
      ))}
      {[...new Set(told)].map((one) => (
        <p key={one} className="text-lg">
          {one}
        </p>
      ))}
    </div>
  );
}
