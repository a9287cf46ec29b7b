import type { Json, Solved } from '@/api';
import { NumberInput } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { grams } from '@/words/numbers';
import { isMass } from './happened';

type Bounds = { min: Json; max: Json };
const ENDS = [
  ['min', amounts.names.least],
  ['max', amounts.names.most],
] as const;
const NONE: Bounds = { min: null, max: null };
/** Lines that stay, and lines that stay within bounds [g], by their ids. */
export interface Held {
  locked: string[];
  bounds: Record<string, Bounds>;
}

/** What is asked of lines, without what is no mass. */
export const askedOf = ({ locked, bounds }: Held) => ({
  locked,
  bounds: Object.fromEntries(
    Object.entries(bounds).map(([line, { min, max }]) => [
      line,
      { min: isMass(min) ? min : null, max: isMass(max) ? max : null, value: null },
    ]),
  ),
});

const isTyped = (bound: Json | undefined) => (bound ?? null) === null || isMass(bound ?? null);

interface Props {
  lines: Solved['lines'];
  held: Held;
  onHold: (held: Held) => void;
}

/** Each line before and after; one may be told to stay, or within what it is to stay. */
export function SolvedLines({ lines, held, onHold }: Props) {
  const lock = (line: string, stays: boolean) =>
    onHold({
      ...held,
      locked: stays ? [...held.locked, line] : held.locked.filter((one) => one !== line),
    });
  const bound = (line: string, end: 'min' | 'max', typed: Json) => {
    const next = { ...(held.bounds[line] ?? NONE), [end]: typed };
    onHold({ ...held, bounds: { ...held.bounds, [line]: next } });
  };
  return (
    <div className="mt-2 overflow-x-auto">
      <table className="w-full text-sm" aria-label={amounts.names.linesOf}>
        <thead className="text-left text-quiet">
          <tr>
            <th className="py-1 font-normal">{amounts.ask.line}</th>
            <th className="text-right font-normal">{amounts.ask.now}</th>
            <th className="text-right font-normal">{amounts.ask.after}</th>
            <th className="px-2 text-center font-normal">{amounts.ask.stays}</th>
            <th className="px-1 text-right font-normal">{amounts.ask.leastG}</th>
            <th className="px-1 text-right font-normal">{amounts.ask.mostG}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => {
            const { id } = line;
            const changes = line.before_g !== line.after_g;
            return (
              <tr key={line.place} className="border-t border-line" data-solved={line.name} data-id={id}>
                <td className="py-1 pr-2">
                  {line.name} {line.added && <em className="text-best">{amounts.ask.added}</em>}
                  {id !== null && ENDS.some(([end]) => !isTyped(held.bounds[id]?.[end])) && (
                    <span className="block text-stop">{amounts.names.notMass}</span>
                  )}
                </td>
                <td className="text-right text-quiet">{grams(line.before_g)}</td>
                <td className={`text-right ${changes ? 'font-bold' : 'text-quiet'}`}>
                  {grams(line.after_g)}
                </td>
                {id !== null && !line.added ? (
                  <>
                    <td className="px-2 text-center">
                      <input
                        type="checkbox"
                        aria-label={fill(amounts.names.stays, { line: line.name })}
                        checked={held.locked.includes(id)}
                        onChange={(event) => lock(id, event.target.checked)}
                      />
                    </td>
                    {ENDS.map(([end, label]) => (
                      <td key={end} className="px-1 text-right">
                        <NumberInput
                          label={fill(label, { line: line.name })}
                          value={held.bounds[id]?.[end]}
                          onType={(typed) => bound(id, end, typed)}
                          fault={isTyped(held.bounds[id]?.[end]) ? undefined : amounts.names.notMass}
                          disabled={held.locked.includes(id)}
                          className="w-16"
                        />
                      </td>
                    ))}
                  </>
                ) : (
                  <td colSpan={3} />
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
