import { DndContext } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { Stratum } from '@/api';
import { text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import { JarDrawing, shelfScale } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { useSorting } from '@/ui';
import { fill, names, says } from '@/words';
import { useJars } from '../../state/useJars';

const HIGHEST = 90;

interface Props {
  open: number;
  onOpen: (place: number) => void;
  onAdd: () => void;
}

/** The jars in the order they touch the fish, all to one scale; the open one is outlined. Dragged to another place. */
export function Shelf({ open, onOpen, onAdd }: Props) {
  const { value, evaluation, pantry, readOnly } = useOpened();
  const { jars, move } = useJars();
  const strata = jars.map((_, place) => evaluation?.jars[place]?.reading.strata ?? []);
  const scale = shelfScale(strata, HIGHEST);
  const { ids, context } = useSorting(
    jars.map((_, place) => text(value(['jars', place, 'id']))),
    (from, to) => {
      move(from, to);
      onOpen(to);
    },
  );

  return (
    <section aria-label={names.shelf} className="shrink-0">
      <DndContext {...context}>
        <SortableContext items={ids} strategy={horizontalListSortingStrategy} disabled={readOnly}>
          <div className="flex items-end gap-2 overflow-x-auto px-1 pt-1">
            {jars.map((_, place) => (
              <StandingJar
                key={ids[place]}
                id={ids[place] ?? ''}
                place={place}
                name={
                  text(value(['jars', place, 'name'])) ??
                  kindOf(pantry, text(value(['jars', place, 'kind'])))?.name ??
                  says.jars.unnamed
                }
                strata={strata[place] ?? []}
                scale={scale}
                open={place === open}
                onOpen={() => onOpen(place)}
              />
            ))}
            {!readOnly && (
              <button
                type="button"
                onClick={onAdd}
                className="flex min-w-24 flex-col items-center rounded-control text-quiet hover:text-ink"
              >
                <span className="grid h-16 w-11 place-items-center rounded-control border-2 border-dashed border-edge text-2xl">
                  +
                </span>
                <span className="h-2 w-full" />
                <span className="mt-1 h-10 text-sm">{names.addJar}</span>
              </button>
            )}
          </div>
        </SortableContext>
      </DndContext>
    </section>
  );
}

interface StandingProps {
  id: string;
  place: number;
  name: string;
  strata: Stratum[];
  scale: number;
  open: boolean;
  onOpen: () => void;
}

function StandingJar({ id, place, name, strata, scale, open, onOpen }: StandingProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      aria-roledescription={names.movableJar}
      aria-pressed={open}
      onClick={onOpen}
      className={`flex min-w-24 flex-col xl:min-w-28 items-center rounded-control ${isDragging ? 'z-10 opacity-80' : ''}`}
      style={{ minHeight: HIGHEST + 54, transform: CSS.Translate.toString(transform), transition }}
    >
      <span className="mt-auto">
        <JarDrawing name={name} strata={strata} scale={scale} open={open} />
      </span>
      <span className="h-2 w-full bg-steel" />
      <span className={`mt-1 h-10 max-w-36 text-sm leading-5 ${open ? 'font-bold' : 'text-quiet'}`}>
        {fill(says.jars.numbered, { place: place + 1, jar: name })}
      </span>
    </button>
  );
}
