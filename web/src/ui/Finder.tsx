import { useId, useState } from 'react';
import { says } from '@/words';

export interface Found {
  id: string;
  name: string;
  hint?: string;
  words: string;
}

interface Props {
  label: string;
  placeholder: string;
  items: Found[];
  onPick: (id: string) => void;
  disabled?: boolean;
}

const MOST = 8;

/** Type to find one of many. Enter takes what is named in full, or is the only one; of several one is chosen first. */
export function Finder({ label, placeholder, items, onPick, disabled }: Props) {
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [moved, setAt] = useState<number | null>(null);
  const list = useId();
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = items.filter((item) => words.every((word) => item.words.includes(word))).slice(0, MOST);
  const shown = open && words.length > 0;
  const named = found.findIndex((item) => item.name.toLowerCase() === text.trim().toLowerCase());
  const at = moved ?? (found.length === 1 ? 0 : named);

  function pick(item: Found | undefined) {
    if (!item) return;
    setText('');
    setOpen(false);
    setAt(null);
    onPick(item.id);
  }

  return (
    <div className="relative">
      <input
        role="combobox"
        aria-label={label}
        aria-expanded={shown}
        aria-controls={list}
        aria-autocomplete="list"
        aria-activedescendant={shown && found[at] ? `${list}-${found[at].id}` : undefined}
        autoComplete="off"
        disabled={disabled}
        placeholder={placeholder}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setOpen(true);
          setAt(null);
        }}
        onBlur={() => setOpen(false)}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
          else if (event.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
          else if (event.key === 'Enter' && shown) pick(found[at]);
          else if (event.key === 'Escape') setOpen(false);
          else return;
          event.preventDefault();
        }}
        className="h-9 w-full rounded-control border border-edge bg-plate px-2 disabled:opacity-70"
      />
      <div
        id={list}
        role="listbox"
        aria-label={label}
        hidden={!shown}
        className="absolute z-10 mt-1 max-h-80 w-full overflow-auto rounded-control border border-edge bg-plate shadow-lg"
      >
        {shown &&
          found.map((item, place) => (
            <div
              key={item.id}
              id={`${list}-${item.id}`}
              role="option"
              tabIndex={-1}
              aria-selected={place === at}
              // The press, not the click: the field must not lose the focus first.
              onMouseDown={(event) => {
                event.preventDefault();
                pick(item);
              }}
              className={`flex min-h-10 cursor-pointer items-center justify-between gap-3 px-2 ${place === at ? 'bg-kelp-soft' : ''}`}
            >
              <span>{item.name}</span>
              <span className="text-sm text-quiet">{item.hint}</span>
            </div>
          ))}
        {shown && found.length === 0 && <p className="p-2 text-quiet">{says.app.nothingFound}</p>}
      </div>
    </div>
  );
}
