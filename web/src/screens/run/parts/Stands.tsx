import { fill } from '@/words';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';

/** So many things that are otherwise are told. */
const FEW = 3;

/** What the last plan made otherwise, and how it stands with the server. */
export function Stands() {
  const { shown } = useRun();
  const told = [
    ...(shown.unsent > 0 && shown.problem ? [fill(words.unsent, { many: shown.unsent })] : []),
    ...(shown.keeps ? [] : [words.notKept]),
    ...shown.told.map((one) => fill(words.refused, { told: one })),
    ...new Set(shown.changed.slice(0, FEW)),
  ];
  return (
    <div role="status" data-part="stands" data-unsent={shown.unsent} data-plan={shown.planNumber}>
      {told.map((one) => (
        <p key={one} className="text-lg">
          {one}
        </p>
      ))}
    </div>
  );
}
