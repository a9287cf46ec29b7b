import type { Reading, TargetState } from '@/api';
import { grams, MISSING, millilitres, percent, plain } from '@/format/numbers';
import { useBench } from './BenchContext';
import { Cautions } from './Cautions';
import { LedgerPicture } from './LedgerPicture';

type Shown = [key: string, name: string, words: string];

function shown(reading: Reading): Shown[] {
  const range = (ends: number[] | undefined, digits: number) =>
    ends ? ` (${plain(ends[0], digits)}–${plain(ends[1], digits)})` : '';
  return [
    [
      'salt_pct_of_fish',
      'Salt, of the fish',
      percent(reading.salt_pct_of_fish) + range(reading.salt_pct_of_fish_range, 2),
    ],
    ['salt_pct', 'Salt, of the jar', percent(reading.salt_pct, 1)],
    ['acid_pct_citric', 'Acid, as citric', percent(reading.acid_pct_citric)],
    ['ph', 'pH', plain(reading.ph, 2) + range(reading.ph_range, 2)],
    [
      'oil_to_acid_volume',
      'Oil to acid, by volume',
      reading.oil_to_acid_volume === null ? MISSING : `${plain(reading.oil_to_acid_volume)} : 1`,
    ],
    ['sugar_pct', 'Sugar, of the jar', percent(reading.sugar_pct, 1)],
  ];
}

/** The readings of the open jar beside their targets, salt to the plate, and the cautions. */
export function Readings({ jar, stale, className }: { jar: number; stale: boolean; className: string }) {
  const { evaluation } = useBench();
  const reading = evaluation?.jars[jar]?.reading;
  return (
    <aside
      aria-label="Readings"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so keys must reach it
      tabIndex={0}
      className={`overflow-y-auto rounded-plate border border-line bg-plate p-3.5 ${className}`}
    >
      <div className="flex items-baseline justify-between">
        <h2 className="text-lg">This jar</h2>
        <span className="text-sm text-quiet">
          {reading ? `${grams(reading.mass_g)} · ${millilitres(reading.volume_ml)}` : ''}
        </span>
      </div>
      {!evaluation && <p className="mt-2 text-quiet">Reckoning …</p>}
      {reading && !reading.complete && reading.mass_g > 0 && (
        <p className="mt-1 rounded-control bg-warn-soft px-2 py-1 text-sm text-warn">
          A line is not weighed yet: readings leave it out.
        </p>
      )}
      <dl className="md:columns-2 md:gap-6 xl:columns-1" data-stale={stale}>
        {reading &&
          shown(reading)
            .filter(([key, , words]) => words !== MISSING || key === 'salt_pct_of_fish')
            .map(([key, name, words]) => (
              <div
                key={key}
                className="flex flex-wrap items-baseline justify-between gap-x-2 border-b border-line py-1.5"
              >
                <dt>{name}</dt>
                <dd className="font-title text-lg font-bold whitespace-nowrap" data-reading={key}>
                  {words}
                </dd>
                {reading.targets[key] && <Target state={reading.targets[key]} />}
              </div>
            ))}
      </dl>
      {evaluation && <LedgerPicture ledger={evaluation.ledger} />}
      {evaluation && <Cautions cautions={evaluation.cautions} />}
    </aside>
  );
}

function Target({ state }: { state: TargetState }) {
  const words = {
    under: `${plain(state.by, 2)} under its target`,
    in: 'on target',
    over: `${plain(state.by, 2)} over its target`,
  };
  return (
    <dd
      data-state={state.state}
      className={`w-full text-sm ${state.state === 'in' ? 'text-best' : 'text-warn'}`}
    >
      {words[state.state]}
    </dd>
  );
}
