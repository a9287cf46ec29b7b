import type { Reading } from '@/api';
import { readingOf } from '@/document/readings';
import { useOpened } from '@/formula/opened';
import { Reckoning } from '@/formula/Reckoning';
import { fill, names, says } from '@/words';
import { grams, inUnit, MISSING, millilitres, percent, plain } from '@/words/numbers';
import { Amounts } from '../amounts/Amounts';
import { Cost } from '../amounts/Cost';
import { House } from '../amounts/House';
import { Cautions, Standing } from './Cautions';
import { type Explainable, Explained } from './Explained';
import { type Bounds, Gauge } from './Gauge';
import { Plate } from './Plate';
import { TargetFields } from './TargetFields';

type Shown = [Explainable & keyof Reading, words: string];

/** Each reading as it is written, in the order in which a cook looks for them. */
function shown(reading: Reading): Shown[] {
  const range = (ends: number[] | undefined, digits: number) =>
    ends ? fill(says.readings.range, { low: plain(ends[0], digits), high: plain(ends[1], digits) }) : '';
  const ratio = reading.oil_to_acid_volume;
  return [
    ['salt_pct_of_fish', percent(reading.salt_pct_of_fish) + range(reading.salt_pct_of_fish_range, 2)],
    ['salt_pct', percent(reading.salt_pct, 1)],
    ['acid_pct_citric', percent(reading.acid_pct_citric)],
    ['ph', plain(reading.ph, 2) + range(reading.ph_range, 2)],
    ['oil_to_acid_volume', ratio ? inUnit(ratio, ': 1') : MISSING],
    ['sugar_pct', percent(reading.sugar_pct, 1)],
    ['hydration_pct', percent(reading.hydration_pct, 0)],
    [
      'alcohol_pct_volume',
      (reading.alcohol_pct_volume ?? 0) > 0.05 ? percent(reading.alcohol_pct_volume, 1) : MISSING,
    ],
  ];
}

/** The readings of the open jar beside their targets, salt to the plate, and the cautions. */
export function Readings({ jar, stale, className }: { jar: number; stale: boolean; className: string }) {
  const { evaluation, value, pantry } = useOpened();
  const reading = evaluation?.jars[jar]?.reading;
  return (
    <aside
      aria-label={names.readings}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so keys must reach it
      tabIndex={0}
      className={`min-h-0 overflow-y-auto rounded-plate border border-line bg-plate px-3.5 py-2 ${className}`}
    >
      {evaluation && <Standing cautions={evaluation.cautions} />}
      {reading && (
        <div className="flex items-baseline justify-between">
          <h2 className="text-lg">{says.readings.thisJar}</h2>
          <span className="text-sm text-quiet">
            {fill(says.readings.size, {
              mass: grams(reading.mass_g),
              volume: millilitres(reading.volume_ml),
            })}
          </span>
        </div>
      )}
      {!evaluation && <Reckoning className="mt-2 text-quiet" />}
      {reading && !reading.complete && reading.mass_g > 0 && (
        <p className="mt-1 rounded-control bg-warn-soft px-2 py-1 text-sm text-warn">
          {says.readings.notWeighed}
        </p>
      )}
      <dl className="md:columns-2 md:gap-6 xl:columns-1" data-stale={stale}>
        {reading &&
          shown(reading)
            .filter(([key, words]) => words !== MISSING || key === 'salt_pct_of_fish')
            .map(([key, words]) => {
              const { name, unit } = readingOf(pantry, key);
              const target = reading.targets[key];
              const bounds = value(['jars', jar, 'targets', key]) as Bounds | undefined;
              return (
                <div
                  key={key}
                  className="flex break-inside-avoid flex-wrap items-baseline justify-between gap-x-2 border-b border-line py-0.5"
                >
                  <dt>
                    <Explained
                      name={key}
                      jar={jar}
                      label={fill(names.howReached, { what: name })}
                      words={name}
                    >
                      <TargetFields way={['jars', jar, 'targets', key]} unit={unit} />
                    </Explained>
                  </dt>
                  <dd
                    className="font-title text-[1.05rem] leading-6 font-bold whitespace-nowrap"
                    data-reading={key}
                  >
                    {words}
                  </dd>
                  {target && bounds && <Gauge now={target.held} bounds={bounds} state={target} unit={unit} />}
                </div>
              );
            })}
      </dl>
      {reading && <Amounts jar={jar} />}
      {evaluation?.ledger.salt_g != null && <Plate ledger={evaluation.ledger} />}
      {evaluation && <Cautions cautions={evaluation.cautions} />}
      {evaluation && <House />}
      {evaluation && <Cost />}
    </aside>
  );
}
