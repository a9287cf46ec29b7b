import { useOpened } from '@/formula/opened';
import { useOrigin } from '@/formula/whole/useOrigin';
import { fill, names, says, terms } from '@/words';
import { day } from '@/words/numbers';
import { lanes } from '../state/lanes';

const ROW = 60;
const LANE = 18;
const DOT = 6;

interface Props {
  chosen: number;
  onChoose: (number: number) => void;
}

/** The versions, newest first, each with a line to the one that it came from; the draft above them all. */
export function Tree({ chosen, onChoose }: Props) {
  const { versions } = useOpened();
  const origin = useOrigin();
  const { rows, wide } = lanes(versions, origin?.number ?? null);
  const at = (row: { lane: number; place: number }) =>
    [10 + row.lane * LANE, row.place * ROW + ROW / 2] as const;
  return (
    <div className="relative">
      <svg
        width={20 + wide * LANE}
        height={rows.length * ROW}
        className="absolute top-0 left-0"
        aria-hidden="true"
        data-part="tree"
      >
        {rows.map((row) => {
          const from = rows.find((one) => one.number === row.after);
          if (!from || row.after === null) return null;
          const [[x, y], [toX, toY]] = [at(row), at(from)];
          return (
            <path
              key={row.number}
              d={`M${x} ${y}V${toY - ROW / 2}Q${x} ${toY} ${toX} ${toY}`}
              className="fill-none stroke-steel"
              strokeWidth="2.5"
            />
          );
        })}
        {rows.map((row) => {
          const [x, y] = at(row);
          return (
            <circle
              key={row.number}
              cx={x}
              cy={y}
              r={DOT}
              className={row.number === chosen ? 'fill-kelp stroke-plate' : 'fill-plate stroke-quiet'}
              strokeWidth="2"
              strokeDasharray={row.number === 0 ? '3 2' : undefined}
            />
          );
        })}
      </svg>
      <ol style={{ paddingLeft: 20 + wide * LANE }}>
        <li className="flex items-center text-quiet" style={{ height: ROW }}>
          {origin ? fill(says.versions.draft, { number: origin.number }) : names.draft}
        </li>
        {versions.map((one) => (
          <li key={one.number} style={{ height: ROW }} className="flex items-center">
            <button
              type="button"
              onClick={() => onChoose(one.number)}
              aria-current={one.number === chosen}
              data-version={one.number}
              data-after={one.after ?? ''}
              className={`min-h-11 w-full rounded-control px-2 text-left hover:bg-sunk ${one.number === chosen ? 'bg-kelp-soft' : ''}`}
            >
              <span className="line-clamp-1">
                <strong>{one.number}</strong> {one.name || one.note || says.version.noNote}
              </span>
              <span className="line-clamp-1 text-sm text-quiet">
                {fill(says.version.made, { who: one.created_by, date: day(new Date(one.created_at)) })}
                {one.standing !== 'ready' && (
                  <span className="text-stop"> · {terms.standing[one.standing].toLowerCase()}</span>
                )}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}
