import { type ComponentProps, useEffect } from 'react';
import { fill, names, says } from '@/words';

/** Where the skip link leads, and where the focus goes when what had it is gone. */
export const MAIN = 'main';

interface Props extends ComponentProps<'main'> {
  /** What the window is called while this is looked at. */
  title: string;
}

/** What a screen is about: one of them on a page, with the window's title, and reached past the head by one press. */
export function Main({ title, className = '', ...rest }: Props) {
  useEffect(() => {
    document.title = title === names.product ? title : fill(says.app.windowTitle, { title });
  }, [title]);
  return <main id={MAIN} tabIndex={-1} className={`outline-none ${className}`} {...rest} />;
}

/** The first thing that Tab reaches: past the head, to what the screen is about. */
export function SkipLink() {
  return (
    <a
      href={`#${MAIN}`}
      onClick={(event) => {
        // The address stays what it is.
        event.preventDefault();
        document.getElementById(MAIN)?.focus();
      }}
      className="fixed top-1 left-1 z-30 -translate-y-20 rounded-control bg-kelp px-3 py-2 text-on-kelp focus:translate-y-0"
    >
      {names.skip}
    </a>
  );
}
