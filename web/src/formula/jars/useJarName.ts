import { text } from '@/document/document';
import { fill, says } from '@/words';
import { useOpened } from '../opened';

/** What a jar is called by its place: its name, or the how manieth it is. */
export function useJarName(): (place: number) => string {
  const { value } = useOpened();
  return (place) => text(value(['jars', place, 'name'])) ?? fill(says.jars.place, { place: place + 1 });
}
