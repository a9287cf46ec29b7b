import { useRef, useState } from 'react';
import type { BesideOf } from '@/api';
import { LineChart } from '@/drawing';
import { useOrigin } from '@/formula/useOrigin';
import { useQuestion } from '@/formula/useQuestion';
import { Choice, Exports } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { duration, plain } from '@/words/numbers';
import { Said } from '@/words/Said';

type Over = BesideOf<'curve'>['over'];
const OVER: Record<Over, string> = {
  thickness: says.curve.thickness,
  dose: says.curve.dose,
  acid: says.curve.acid,
  salt: says.curve.salt,
  temperature: says.curve.temperature,
};

/** The four times of the window over one thing. */
export function Curves({ jar }: { jar: number }) {
  const [over, setOver] = useState<Over>('thickness');
  const of = useOrigin(jar);
  const chart = useRef<SVGSVGElement>(null);
  const { answer, problem } = useQuestion('curve', { jar, over });
  const unit = answer?.unit ? ` ${named(terms.units, answer.unit)}` : '';
  return (
    <div className="pt-2">
      <p className="flex items-center gap-2">
        <Said
          words={says.curve.over}
          slots={{ what: <Choice label={names.overWhat} value={over} choices={OVER} onPick={setOver} /> }}
        />
      </p>
      {problem && <p className="mt-2 text-warn">{problem.detail}</p>}
      {answer && (
        <>
          <LineChart
            label={fill(says.curve.over, { what: answer.label })}
            chart={chart}
            series={[
              { name: says.times.latest, x: answer.x, y: answer.latest_min, look: 'stroke-stop' },
              {
                name: says.times.bestTo,
                x: answer.x,
                y: answer.best_to_min,
                look: 'stroke-best',
                dash: '8 3',
              },
              { name: says.times.bestFrom, x: answer.x, y: answer.best_from_min, look: 'stroke-best' },
              {
                name: says.times.earliest,
                x: answer.x,
                y: answer.earliest_min,
                look: 'stroke-quiet',
                dash: '2 3',
              },
            ]}
            xLabel={answer.label}
            yLabel={says.curve.time}
            xWords={(value) => `${plain(value, value % 1 ? 1 : 0)}${unit}`}
            yWords={duration}
            marks={answer.now === null ? [] : [{ at: answer.now, words: says.curve.now }]}
            bentY
            minutesY
          />
          <Exports
            of={of}
            what={`window-over-${over}`}
            chart={chart}
            rows={() =>
              answer.x.map((value, place) => ({
                over: answer.label,
                value,
                unit: answer.unit,
                earliest_min: answer.earliest_min[place] ?? null,
                best_from_min: answer.best_from_min[place] ?? null,
                best_to_min: answer.best_to_min[place] ?? null,
                latest_min: answer.latest_min[place] ?? null,
              }))
            }
          />
        </>
      )}
    </div>
  );
}
