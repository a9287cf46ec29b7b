import {
  closestCenter,
  type DndContextProps,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable';

/** Something is dragged once the pointer has moved this far [px]: less is a press. */
const LIFT = 6;
const KEYS = { start: ['Space'], cancel: ['Escape'], end: ['Space'] };

/** What a row of things that are dragged by pointer or keys needs; their ids made different where a draft repeats one. */
export function useSorting(named: (string | null)[], onMove: (from: number, to: number) => void) {
  const ids = named.map((id, place) =>
    id !== null && named.indexOf(id) === place ? id : `${id ?? 'part'}-${place}`,
  );
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: LIFT } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates, keyboardCodes: KEYS }),
  );
  const context: DndContextProps = {
    sensors,
    collisionDetection: closestCenter,
    onDragEnd: ({ active, over }) => {
      const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
      if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
    },
  };
  return { ids, context };
}
