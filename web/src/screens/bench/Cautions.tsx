import type { Caution } from '@/api';
import { GRADES } from '@/app/texts';

const LOOKS: Record<string, string> = {
  refuse: 'border-stop bg-stop-soft',
  stop: 'border-stop bg-stop-soft',
  warn: 'border-warn bg-warn-soft',
  note: 'border-line bg-sunk',
};

/** Cautions, gravest first: why, what to do, on whose word. */
export function Cautions({ cautions }: { cautions: Caution[] }) {
  return (
    <section aria-label="Cautions" className="mt-3 space-y-2">
      <h3>Cautions</h3>
      {cautions.map((caution) => (
        <details
          key={caution.code + caution.path}
          open={caution.grade !== 'note'}
          data-grade={caution.grade}
          data-code={caution.code}
          className={`rounded-r-control border-l-4 p-2 text-sm ${LOOKS[caution.grade]}`}
        >
          <summary className="cursor-pointer">
            <strong>{caution.accepted ? 'Accepted on record' : GRADES[caution.grade]}.</strong> {caution.text}
          </summary>
          <p className="mt-1">{caution.do}</p>
          <p className="mt-1 text-quiet">{caution.source}</p>
        </details>
      ))}
    </section>
  );
}
