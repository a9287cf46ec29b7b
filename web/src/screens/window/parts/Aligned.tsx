import type { WindowBarOf } from '@/api';
import { SlimBar } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { stopping } from '@/formula/standing';
import { fill, named, says, terms } from '@/words';
import { duration, millimetres } from '@/words/numbers';

/** Windows of the same jar, one below the other on one scale of time. */
export function Aligned({ bars, label }: { bars: WindowBarOf[]; label: string }) {
  const stopped = stopping(useOpened().evaluation).length > 0;
  const end = Math.max(...bars.map((bar) => (bar.window?.latest_min ?? 0) * 1.08), 1);
  return (
    <table className="w-full text-sm" aria-label={label}>
      <thead className="text-left text-quiet">
        <tr>
          <th className="w-48 py-1 font-normal">{label}</th>
          <th className="font-normal">{says.further.window}</th>
          <th className="w-40 pl-3 font-normal">{says.further.best}</th>
          <th className="w-44 font-normal">{says.further.latest}</th>
        </tr>
      </thead>
      <tbody>
        {bars.map((bar) => (
          <tr
            key={bar.label}
            className={`border-t border-line ${bar.now ? 'font-semibold' : ''}`}
            data-bar={bar.label}
          >
            <td className="py-1 pr-2">
              {bar.label}
              {bar.thickness_mm !== null && (
                <span className="ml-1 font-normal text-quiet">{millimetres(bar.thickness_mm)}</span>
              )}
            </td>
            <td>
              {bar.window && <SlimBar window={bar.window} label={bar.label} end={end} stopped={stopped} />}
            </td>
            <td className="pl-3 whitespace-nowrap">
              {bar.window
                ? `${duration(bar.window.best_from_min)} – ${duration(bar.window.best_to_min)}`
                : says.further.notTimed}
            </td>
            <td className="whitespace-nowrap">
              {bar.window &&
                fill(says.further.limit, {
                  time: duration(bar.window.latest_min),
                  binding: named(terms.binding, bar.window.binding),
                })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
