import { useRef, useState } from 'react';
import type { BesideOf } from '@/api';
import { LineChart } from '@/drawing';
import { useQuestion } from '@/formula/useQuestion';
import { Choice, Exports } from '@/ui';
import { duration, plain } from '@/words/numbers';

type Over = BesideOf<'curve'>['over'];
const OVER: Record<Over, string> = {
  thickness: 'thickness',
  dose: 'how much jar there is',
  acid: 'how sour it is',
  salt: 'how salty it is',
  temperature: 'temperature',
};
const UNITS: Record<string, string> = { mm: ' mm', degC: ' °C', times: ' ×' };

/** The four times of the window over one thing. */
export function Curves({ jar }: { jar: number }) {
  const [over, setOver] = useState<Over>('thickness');
  const chart = useRef<SVGSVGElement>(null);
  const { answer, problem } = useQuestion('curve', { jar, over });
  const unit = UNITS[answer?.unit ?? ''] ?? '';
  return (
    <div className="pt-2">
      <p className="flex items-center gap-2">
        The window over <Choice label="Over what" value={over} choices={OVER} onPick={setOver} />
      </p>
      {problem && <p className="mt-2 text-warn">{problem.detail}</p>}
      {answer && (
        <>
          <LineChart
            label={`The window over ${answer.label}`}
            chart={chart}
            series={[
              { name: 'latest', x: answer.x, y: answer.latest_min, look: 'stroke-stop' },
              { name: 'best to', x: answer.x, y: answer.best_to_min, look: 'stroke-best', dash: '8 3' },
              { name: 'best from', x: answer.x, y: answer.best_from_min, look: 'stroke-best' },
              { name: 'earliest', x: answer.x, y: answer.earliest_min, look: 'stroke-quiet', dash: '2 3' },
            ]}
            xLabel={answer.label}
            yLabel="time in the jar"
            xWords={(value) => `${plain(value, value % 1 ? 1 : 0)}${unit}`}
            yWords={duration}
            marks={answer.now === null ? [] : [{ at: answer.now, words: 'now' }]}
            bentY
            minutesY
          />
          <Exports
            name={`window-over-${over}`}
            chart={chart}
            rows={() => [
              [
                `${answer.label} [${answer.unit}]`,
                'earliest [min]',
                'best from [min]',
                'best to [min]',
                'latest [min]',
              ],
              ...answer.x.map((x, place) => [
                x,
                answer.earliest_min[place] ?? null,
                answer.best_from_min[place] ?? null,
                answer.best_to_min[place] ?? null,
                answer.latest_min[place] ?? null,
              ]),
            ]}
          />
        </>
      )}
    </div>
  );
}
