import type { ComponentProps } from 'react';

type Look = 'action' | 'plain' | 'quiet';

const LOOKS: Record<Look, string> = {
  action: 'bg-kelp text-on-kelp hover:brightness-110',
  plain: 'border border-edge bg-plate text-ink hover:bg-sunk',
  quiet: 'text-quiet hover:bg-sunk hover:text-ink',
};

/** A button; never submits a form unless told to. */
export function Button({
  look = 'action',
  className = '',
  ...rest
}: ComponentProps<'button'> & { look?: Look }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-9 items-center justify-center gap-2 rounded-control px-3 font-semibold disabled:opacity-50 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
