import { lazy, type ReactNode, Suspense, useState } from 'react';

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

const Opened = lazy(() => import('./OpenedMenu'));

/** A menu whose works are fetched when it is pressed for the first time: until then it is a button. */
export function LazyMenu(props: MenuProps) {
  const [wanted, setWanted] = useState(false);
  const closed = (
    <button
      type="button"
      aria-label={props.label}
      aria-haspopup="menu"
      aria-expanded={false}
      onClick={() => setWanted(true)}
      className={props.look}
    >
      {props.button}
    </button>
  );
  return wanted ? <Suspense fallback={closed}>{<Opened {...props} />}</Suspense> : closed;
}
