import type { ReactNode } from 'react';
import { Button } from './Button';
import { useFetched } from './useFetched';

export interface Choosable {
  name: string;
  onSelect: () => void;
}

export interface MenuProps {
  label: string;
  /** How the button looks, and what stands on it. */
  look: string;
  button: ReactNode;
  /** What is said above the choices. */
  head?: string;
  choices: Choosable[];
}

/** It is fetched ahead with the rooms, so that it opens without a connection too. */
export const fetchMenu = () => import('./OpenedMenu');

/** A menu whose works are fetched apart from the first screen: until it is pressed it is a button. */
export function LazyMenu(props: MenuProps) {
  const { Part: Opened, failed, want } = useFetched(fetchMenu);
  if (Opened) return <Opened {...props} />;
  return (
    <>
      <button
        type="button"
        aria-label={props.label}
        aria-haspopup="menu"
        aria-expanded={false}
        onClick={want}
        className={props.look}
      >
        {props.button}
      </button>
      {/* Without a connection nothing may be out of reach: the choices stand there plainly. */}
      {failed &&
        props.choices.map(({ name, onSelect }) => (
          <Button key={name} look="quiet" onClick={onSelect}>
            {name}
          </Button>
        ))}
    </>
  );
}
