import { type ReactNode, useId } from 'react';

/** A part of a screen with its head, on a plate of its own. */
export function Plate({ title, part, children }: { title: string; part: string; children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} data-part={part} className="rounded-plate border border-line bg-plate p-4">
      <h2 id={id} className="text-lg">
        {title}
      </h2>
      {children}
    </section>
  );
}
