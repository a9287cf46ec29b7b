import type { Reading } from '@/api';
import { useOpened } from '@/formula/opened';
import { grams, MISSING, millilitres, percent, plain } from '@/words/numbers';
import { Cautions, Standing } from './Cautions';
import { type Explainable, Explained } from './Explained';
import { type Bounds, Gauge } from './Gauge';
import { Plate } from './Plate';
import { TargetFields } from './TargetFields';

interface Shown {
  key: Explainable & keyof Reading;
  name: string;
  words: string;
  unit: string;
}

function shown(reading: Reading): Shown[] {
  const range = (ends: number[] | undefined, digits: number) =>
    ends ? ` (${plain(ends[0], digits)}–${plain(ends[1], digits)})` : '';
  const ratio = reading.oil_to_acid_volume;
  return [
    {
      key: 'salt_pct_of_fish',
      name: 'Salt, of the fish',
      words: percent(reading.salt_pct_of_fish) + range(reading.salt_pct_of_fish_range, 2),
      unit: ' %',
    },
    { key: 'salt_pct', name: 'Salt, of the jar', words: percent(reading.salt_pct, 1), unit: ' %' },
    { key: 'acid_pct_citric', name: 'Acid, as citric', words: percent(reading.acid_pct_citric), unit: ' %' },
    { key: 'ph', name: 'pH', words: plain(reading.ph, 2) + range(reading.ph_range, 2), unit: '' },
    {
      key: 'oil_to_acid_volume',
      name: 'Oil to acid, by volume',
      words: !ratio ? MISSING : `${plain(ratio)} : 1`,
      unit: '',
    },
    { key: 'sugar_pct', name: 'Sugar, of the jar', words: percent(reading.sugar_pct, 1), unit: ' %' },
    {
      key: 'hydration_pct',
      name: 'Water to flour',
      words: reading.hydration_pct === null ? MISSING : percent(reading.hydration_pct, 0),
      unit: ' %',
    },
    {
      key: 'alcohol_pct_volume',
      name: 'Alcohol, by volume',
      words: (reading.alcohol_pct_volume ?? 0) > 0.05 ? percent(reading.alcohol_pct_volume, 1) : MISSING,
      unit: ' %',
    },
  ];
}

/** The readings of the open jar beside their targets, salt to the plate, and the cautions. */
export function Readings({ jar, stale, className }: { jar: number; stale: boolean; className: string }) {
  const { evaluation, value } = useOpened();
  const reading = evaluation?.jars[jar]?.reading;
  return (
    <aside
      aria-label="Readings"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so keys must reach it
      tabIndex={0}
      className={`overflow-y-auto rounded-plate border border-line bg-plate p-3.5 pt-2.5 ${className}`}
    >
      {evaluation && <Standing cautions={evaluation.cautions} />}
      {reading && (
        <div className="flex items-baseline justify-between">
          <h2 className="text-lg">This jar</h2>
          <span className="text-sm text-quiet">
            {grams(reading.mass_g)} · {millilitres(reading.volume_ml)}
          </span>
        </div>
      )}
      {!evaluation && <p className="mt-2 text-quiet">Reckoning …</p>}
      {reading && !reading.complete && reading.mass_g > 0 && (
        <p className="mt-1 rounded-control bg-warn-soft px-2 py-1 text-sm text-warn">
          A line is not weighed yet: readings leave it out.
        </p>
      )}
      <dl className="md:columns-2 md:gap-6 xl:columns-1" data-stale={stale}>
        {reading &&
          shown(reading)
            .filter(({ key, words }) => words !== MISSING || key === 'salt_pct_of_fish')
            .map(({ key, name, words, unit }) => {
              const target = reading.targets[key];
              const bounds = value(['jars', jar, 'targets', key]) as Bounds | undefined;
              return (
                <div
                  key={key}
                  className="flex break-inside-avoid flex-wrap items-baseline justify-between gap-x-2 border-b border-line py-1"
                >
                  <dt>
                    <Explained name={key} jar={jar} label={`${name}: how this is reached`} words={name}>
                      <TargetFields way={['jars', jar, 'targets', key]} unit={unit} />
                    </Explained>
                  </dt>
                  <dd className="font-title text-lg font-bold whitespace-nowrap" data-reading={key}>
                    {words}
                  </dd>
                  {target && bounds && <Gauge now={target.held} bounds={bounds} state={target} unit={unit} />}
                </div>
              );
            })}
      </dl>
      {evaluation?.ledger.salt_g != null && <Plate ledger={evaluation.ledger} />}
      {evaluation && <Cautions cautions={evaluation.cautions} />}
    </aside>
  );
}
