import { DndContext } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useRef, useState } from 'react';
import { list, put, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { ScalesDialog } from '@/pantry/ScalesDialog';
import { announce, LinkButton, useRovingRows, useSorting } from '@/ui';
import { fill, names, says } from '@/words';
import { LineRow } from './LineRow';

/** The lines of a jar, as the list to weigh by. Dragged by the handle. */
export function Lines({ jar }: { jar: number }) {
  const { value, document, change, readOnly, evaluation, kitchen, pantry } = useOpened();
  const [weighing, setWeighing] = useState(false);
  const table = useRef<HTMLTableElement>(null);
  const roving = useRovingRows(table, 'tbody');
  const way = ['jars', jar, 'lines'] as const;
  const lines = list(value(way));
  function move(from: number, to: number) {
    if (from < 0 || to < 0 || to >= lines.length || from === to) return;
    const next = [...lines];
    const [line] = next.splice(from, 1);
    next.splice(to, 0, line ?? null);
    change(put(document, way, next));
  }
  const called = lines.map((line, place) => {
    const id = text(within<'Line'>(line, 'ingredient'));
    return pantry.ingredients.find((one) => one.id === id)?.name ?? id ?? `${place + 1}`;
  });
  /** Moved by its menu: told, for nobody sees it move. */
  function moveAndTell(from: number, to: number) {
    move(from, to);
    announce(fill(says.sorting.down, { what: called[from] ?? '', place: to + 1, all: lines.length }));
  }

  const { ids, context } = useSorting(
    lines.map((line) => text(within<'Line'>(line, 'id'))),
    called,
    move,
  );
  if (!lines.length) return <p className="mt-3 text-quiet">{says.lines.none}</p>;
  const heaviest = Math.max(...(evaluation?.jars[jar]?.lines.map((line) => line.mass_g ?? 0) ?? []), 0);
  return (
    <DndContext {...context}>
      <table ref={table} {...roving} className="mt-1 w-full border-collapse" data-part="lines">
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
              onMove={moveAndTell}
            />
          ))}
        </SortableContext>
      </table>
      <ScalesDialog
        kitchen={kitchen}
        kept={pantry.scales}
        readOnly={readOnly}
        open={weighing}
        onClose={() => setWeighing(false)}
      />
    </DndContext>
  );
}
