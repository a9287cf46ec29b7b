import { DropdownMenu } from 'radix-ui';
import type { MenuProps } from './LazyMenu';
import { MenuItem, menuLook } from './Menu';

/** A menu that comes open, for it was pressed already. */
export default function OpenedMenu({ label, look, button, head, choices }: MenuProps) {
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger aria-label={label} className={look}>
        {button}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={menuLook}>
          {head && <p className="px-2 py-1 text-sm text-quiet">{head}</p>}
          {choices.map(({ name, onSelect }) => (
            <MenuItem key={name} onSelect={onSelect}>
              {name}
            </MenuItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
