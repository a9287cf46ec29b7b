import type { Influence } from '@/api';
import { says } from '@/words';
import { duration, percent } from '@/words/numbers';
import { Said } from '@/words/Said';

/** Which input moves this window most: ranked, each from its lower to its upper trial. */
export function Influences({ influences }: { influences: Influence[] }) {
  if (!influences.length) return <p className="mt-2 text-sm text-quiet">{says.further.movesNothing}</p>;
  const most = Math.max(...influences.map((one) => one.moves_pct), 1);
  return (
    <table className="mt-2 w-full text-sm">
      <thead className="text-left text-quiet">
        <tr>
          <th className="w-52 py-1 font-normal">{says.further.moved}</th>
          <th className="font-normal">{says.further.howFar}</th>
          <th className="w-80 pl-3 font-normal">{says.further.timesThen}</th>
        </tr>
      </thead>
      <tbody>
        {influences.map((one) => (
          <tr key={one.what} className="border-t border-line" data-influence={one.what}>
            <td className="py-1.5">{one.what}</td>
            <td>
              <span className="flex items-center gap-2">
                <span className="grow">
                  <span
                    className="block h-4 rounded-sm bg-brine"
                    style={{ width: `${Math.max((one.moves_pct / most) * 100, 0.5)}%` }}
                  />
                </span>
                <span className="w-16 text-right">{percent(one.moves_pct, 0)}</span>
              </span>
            </td>
            <td className="pl-3">
              <Then one={one} place={0} words={one.lower} />
              <Then one={one} place={1} words={one.upper} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Then({ one, place, words }: { one: Influence; place: number; words: string }) {
  return (
    <span className="mr-3 inline-block whitespace-nowrap">
      <Said
        words={says.further.trial}
        slots={{
          what: words,
          best: <strong>{duration(one.best_from_min[place])}</strong>,
          latest: duration(one.latest_min[place]),
        }}
      />
    </span>
  );
}
