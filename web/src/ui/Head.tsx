import { createContext, type ReactNode, useContext } from 'react';
import { createPortal } from 'react-dom';

/** Where a room puts its own head: a place in the line that every screen begins with. */
export const HeadPlace = createContext<HTMLElement | null>(null);

/** Draws its children in the head of the page. */
export function Head({ children }: { children: ReactNode }) {
  const place = useContext(HeadPlace);
  return place && createPortal(children, place);
}
