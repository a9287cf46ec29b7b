import { DndContext } from '@dnd-kit/core';
import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useEffect, useRef } from 'react';
import { JarDrawing, shelfScale } from '@/drawing';
import { rovingKeys, useSorting } from '@/ui';
import { fill, names, says } from '@/words';
import { useOpened } from '../opened';
import { useJars } from './useJars';
import { type JarStanding, useStanding } from './useStanding';

const HIGHEST = 44;
/** So many jars stand side by side with their names; of more, only the open one says its name. */
const NAMED = 4;

interface Props {
  open: number;
  onOpen: (place: number) => void;
  /** Puts another one on; a room that only looks has none. */
  onAdd?: () => void;
}

/** The jars in the order they touch the fish, to one scale, each with its state and its time. Dragged to another place. */
export function Rail({ open, onOpen, onAdd }: Props) {
  const { readOnly, evaluation } = useOpened();
  const { jars, move } = useJars();
  const standing = useStanding();
  const scale = shelfScale(
    standing.map((one) => one.strata),
    HIGHEST,
  );
  const { ids, context } = useSorting(
    standing.map((one) => one.id),
    standing.map((one) => one.name),
    (from, to) => {
      move(from, to);
      onOpen(to);
    },
  );

  return (
    <section aria-label={names.shelf} className="shrink-0">
      <DndContext {...context}>
        <SortableContext items={ids} strategy={horizontalListSortingStrategy} disabled={readOnly}>
          {/* biome-ignore lint/a11y/noStaticElementInteractions: keys go from one of its buttons to another */}
          <div
            className={`relative flex items-stretch gap-1 overflow-x-auto px-2 ${evaluation || jars.length < NAMED - 1 ? '' : 'min-h-19'}`}
            onKeyDown={(event) => rovingKeys(event, '[data-jar]')}
          >
            {standing.map((jar, place) => (
              <StandingJar
                key={ids[place]}
                id={ids[place] ?? ''}
                place={place}
                jar={jar}
                scale={scale}
                open={place === open}
                named={jars.length <= NAMED || place === open}
                onOpen={() => onOpen(place)}
              />
            ))}
            {!readOnly && onAdd && (
              <button
                type="button"
                onClick={onAdd}
                className={`min-h-11 shrink-0 self-center rounded-control px-2 text-left leading-4.5 text-quiet hover:bg-plate hover:text-ink ${jars.length < NAMED ? '' : 'w-14 text-sm'}`}
              >
                <span aria-hidden="true">+ </span>
                {names.addJar}
              </button>
            )}
          </div>
        </SortableContext>
      </DndContext>
      <div className="h-1.5 rounded-full bg-steel" aria-hidden="true" />
    </section>
  );
}

interface StandingProps {
  id: string;
  place: number;
  jar: JarStanding;
  scale: number;
  open: boolean;
  named: boolean;
  onOpen: () => void;
}

const TONES: Record<JarStanding['tone'], string> = {
  stopped: 'text-stop font-semibold',
  care: 'text-warn',
  best: 'text-best',
  none: 'text-quiet',
};

function StandingJar({ id, place, jar, scale, open, named, onOpen }: StandingProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const tab = useRef<HTMLButtonElement | null>(null);
  // One of many jars may stand beyond the edge: the open one is brought into sight.
  useEffect(() => {
    if (open) tab.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [open]);
  const name = fill(says.jars.numbered, { place: place + 1, jar: jar.name });
  const look = !named
    ? 'min-w-11 shrink-0 flex-col justify-end'
    : open
      ? 'min-w-40 shrink-0'
      : 'min-w-34 shrink';
  return (
    <button
      ref={(node) => {
        setNodeRef(node);
        tab.current = node;
      }}
      type="button"
      {...attributes}
      {...listeners}
      aria-roledescription={names.movableJar}
      aria-pressed={open}
      tabIndex={open ? 0 : -1}
      title={fill(says.jars.inRail, { jar: name, state: jar.words })}
      data-jar={place}
      data-state={jar.state}
      onClick={onOpen}
      className={`flex min-h-14 items-center gap-1.5 rounded-t-control px-1.5 pt-1 text-left ${open ? 'bg-plate shadow-[0_-1px_0_var(--color-line)]' : 'hover:bg-plate'} ${look} ${isDragging ? 'z-10 opacity-80' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <span className="relative shrink-0 self-end">
        <JarDrawing name={jar.name} strata={jar.strata} scale={scale} open={open} />
        {jar.state !== 'none' && <Mark state={jar.state} />}
      </span>
      {named ? (
        <span className="min-w-0 pb-1">
          <span
            className={`line-clamp-2 break-words hyphens-auto ${open ? 'leading-5 font-bold' : 'text-sm leading-4.5'}`}
          >
            {name}
          </span>
          <span
            className={`block text-sm leading-4 ${open || jar.tone !== 'best' ? TONES[jar.tone] : 'text-quiet'}`}
          >
            {jar.words}
          </span>
        </span>
      ) : (
        <span className="text-sm text-quiet">
          <span aria-hidden="true">{place + 1}</span>
          <span className="sr-only">{fill(says.jars.inRail, { jar: name, state: jar.words })}</span>
        </span>
      )}
    </button>
  );
}

/** A sign on the jar itself that something stops it or wants care; its shape says which, not its colour alone. */
function Mark({ state }: { state: 'stopped' | 'care' }) {
  return (
    <svg
      viewBox="0 0 16 16"
      className="absolute -top-1 -right-2 size-4"
      aria-hidden="true"
      data-mark-state={state}
    >
      {state === 'stopped' ? (
        <path d="M5 1h6l4 4v6l-4 4H5l-4-4V5z" className="fill-stop stroke-plate" />
      ) : (
        <path d="M8 1l7 13H1z" className="fill-warn stroke-plate" />
      )}
      <path d="M8 5v4M8 11v1.5" className="stroke-plate" strokeWidth="1.8" />
    </svg>
  );
}
