import type { ReactNode } from 'react';

/** The buttons of a long dialog: they stay in sight while it is scrolled. */
export function DialogFoot({ children }: { children: ReactNode }) {
  return <div className="sticky -bottom-5 mt-4 -mb-5 flex justify-end gap-2 bg-plate py-3">{children}</div>;
}
