import { DropdownMenu } from 'radix-ui';
import type { ComponentProps } from 'react';

export const menuLook = 'z-20 min-w-52 rounded-plate border border-line bg-plate p-1.5 shadow-xl';

/** One thing to do, in a menu. */
export function MenuItem(props: ComponentProps<typeof DropdownMenu.Item>) {
  return (
    <DropdownMenu.Item
      className="min-h-9 cursor-pointer rounded-control px-2 py-1.5 data-disabled:cursor-default data-disabled:opacity-50 data-highlighted:bg-kelp-soft"
      {...props}
    />
  );
}
