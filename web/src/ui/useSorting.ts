import {
  closestCenter,
  type DndContextProps,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import { fill, says } from '@/words';

/** Something is dragged once the pointer has moved this far [px]: less is a press. */
const LIFT = 6;
const KEYS = { start: ['Space'], cancel: ['Escape'], end: ['Space'] };

/**
 * What a row of things that are dragged by pointer or keys needs; their ids made different where a draft repeats one.
 * CALLED is what each is called: where it is taken is told by name.
 */
export function useSorting(
  named: (string | null)[],
  called: string[],
  onMove: (from: number, to: number) => void,
) {
  const ids = named.map((id, place) =>
    id !== null && named.indexOf(id) === place ? id : `${id ?? 'part'}-${place}`,
  );
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: LIFT } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates, keyboardCodes: KEYS }),
  );
  const told = (words: string, id: unknown, over?: unknown) =>
    fill(words, {
      what: called[ids.indexOf(String(id))] ?? '',
      place: ids.indexOf(String(over)) + 1,
      all: ids.length,
    });
  const context: DndContextProps = {
    sensors,
    accessibility: {
      announcements: {
        onDragStart: ({ active }) => told(says.sorting.lifted, active.id, active.id),
        onDragOver: ({ active, over }) => (over ? told(says.sorting.over, active.id, over.id) : undefined),
        onDragEnd: ({ active, over }) => told(says.sorting.down, active.id, over?.id ?? active.id),
        onDragCancel: ({ active }) => told(says.sorting.back, active.id),
      },
      screenReaderInstructions: { draggable: says.sorting.how },
    },
    collisionDetection: closestCenter,
    onDragEnd: ({ active, over }) => {
      const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
      if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
    },
  };
  return { ids, context };
}
