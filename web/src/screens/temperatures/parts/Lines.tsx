import type { TemperatureLine } from '@/api';
import { fill } from '@/words';
import { plain } from '@/words/numbers';
import { temperatures as words } from '@/words/temperatures';

interface Props {
  lines: readonly TemperatureLine[];
  /** Takes back a line that was entered by hand. */
  onTakeBack?: (line: TemperatureLine) => void;
}

/** What was read and checked, as a table. */
export function Lines({ lines, onTakeBack }: Props) {
  const { heads, held } = words;
  if (lines.length === 0) return <p className="text-quiet">{words.none}</p>;
  return (
    <section
      aria-label={words.names.all}
      className="overflow-x-auto"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by keys
      tabIndex={0}
    >
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="border-b border-edge text-quiet">
            {Object.values(heads).map((head) => (
              <th key={head} className="p-1.5">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr
              key={line.id}
              data-line={line.kind}
              data-held={line.held === null ? undefined : line.held}
              className={`border-b border-line align-top ${line.held === false ? 'bg-stop-soft' : ''}`}
            >
              <td className="p-1.5 font-semibold">{line.at.slice(11, 16)}</td>
              <td className="p-1.5">{line.name}</td>
              <td className="p-1.5">
                {line.which}
                {line.note && <span className="block text-sm text-quiet">{line.note}</span>}
              </td>
              <td className="p-1.5 text-right font-semibold">
                {line.value === null ? '' : plain(line.value)}
              </td>
              <td className="p-1.5 text-sm text-quiet">{line.limit}</td>
              <td className={`p-1.5 font-semibold ${line.held === false ? 'text-stop' : 'text-best'}`}>
                {line.held === null ? '' : line.held ? held.kept : held.missed}
              </td>
              <td className="p-1.5">{line.action ?? (line.held === false ? words.unsaid : '')}</td>
              <td className="p-1.5 text-sm">
                {[...new Set([line.by, line.signed].filter(Boolean))].join(' / ')}
                {line.source && <span className="block text-quiet">{line.source}</span>}
                {line.own && onTakeBack && (
                  <button
                    type="button"
                    aria-label={fill(words.names.void, { what: `${line.name} ${line.at.slice(11, 16)}` })}
                    onClick={() => onTakeBack(line)}
                    className="min-h-9 text-left underline pointer-coarse:min-h-11"
                  >
                    {words.names.takeBack}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
