import type { ComponentProps } from 'react';

/** A small deed within a text; high enough for a finger beside its neighbours. */
export function LinkButton({ className = '', ...rest }: ComponentProps<'button'>) {
  return (
    <button
      type="button"
      className={`min-h-6 rounded-control underline underline-offset-2 ${className}`}
      {...rest}
    />
  );
}
