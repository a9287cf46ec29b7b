import { DndContext } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useState } from 'react';
import { list, put, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { LinkButton, useSorting } from '@/ui';
import { names, says } from '@/words';
import { LineRow } from './LineRow';
import { ScalesDialog } from './ScalesDialog';

/** The lines of a jar, as the list to weigh by. Dragged by the handle. */
export function Lines({ jar }: { jar: number }) {
  const { value, document, change, readOnly, evaluation } = useOpened();
  const [weighing, setWeighing] = useState(false);
  const way = ['jars', jar, 'lines'] as const;
  const lines = list(value(way));
  function move(from: number, to: number) {
    if (from < 0 || to < 0 || to >= lines.length || from === to) return;
    const next = [...lines];
    const [line] = next.splice(from, 1);
    next.splice(to, 0, line ?? null);
    change(put(document, way, next));
  }

  const { ids, context } = useSorting(
    lines.map((line) => text(within<'Line'>(line, 'id'))),
    move,
  );
  if (!lines.length) return <p className="mt-3 text-quiet">{says.lines.none}</p>;
  const heaviest = Math.max(...(evaluation?.jars[jar]?.lines.map((line) => line.mass_g ?? 0) ?? []), 0);
  return (
    <DndContext {...context}>
      <table className="mt-1 w-full border-collapse" data-part="lines">
        <thead className="text-left text-sm text-quiet">
          <tr>
            <th colSpan={2} className="pr-1 text-right font-normal">
              <LinkButton aria-label={names.ourScales} onClick={() => setWeighing(true)}>
                {says.lines.weigh}
              </LinkButton>
            </th>
            <th className="px-1.5 font-normal">{says.lines.spoon}</th>
            <th className="font-normal">{says.lines.line}</th>
            <th className="hidden pl-2 font-normal sm:table-cell">{says.lines.brings}</th>
            <th>
              <span className="sr-only">{says.lines.more}</span>
            </th>
          </tr>
        </thead>
        <SortableContext items={ids} strategy={verticalListSortingStrategy} disabled={readOnly}>
          {lines.map((_, line) => (
            <LineRow
              key={ids[line]}
              id={ids[line] ?? ''}
              jar={jar}
              line={line}
              last={lines.length - 1}
              heaviest={heaviest}
              onMove={move}
            />
          ))}
        </SortableContext>
      </table>
      <ScalesDialog open={weighing} onClose={() => setWeighing(false)} />
    </DndContext>
  );
}
