import { text } from '@/document/document';
import { fill, names, says } from '@/words';
import { useOpened } from './opened';

/** What the formula is called: by its title, else by its fish. */
export function useTitle(): string {
  const { value, evaluation } = useOpened();
  return text(value(['title'])) || evaluation?.fish.name || names.newFormula;
}

/** What the window is called in one of the formula's rooms. */
export function useRoomTitle(room: string): string {
  return fill(says.formula.room, { title: useTitle(), room });
}
