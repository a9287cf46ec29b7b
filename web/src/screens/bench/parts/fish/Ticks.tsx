interface Props {
  /** What is ticked, in words, while the list is closed. */
  said: string;
  choices: Record<string, string>;
  ticked: string[];
  onTick: (ticked: string[]) => void;
}

/** A list of which any may be ticked, that opens below what is ticked. */
export function Ticks({ said, choices, ticked, onTick }: Props) {
  return (
    <details open={ticked.length > 0} className="text-sm">
      <summary className="min-h-6 cursor-pointer">{said}</summary>
      <div className="grid grid-cols-2">
        {Object.entries(choices).map(([what, name]) => (
          <label key={what} className="flex min-h-7 items-center gap-1.5">
            <input
              type="checkbox"
              checked={ticked.includes(what)}
              onChange={(event) =>
                onTick(event.target.checked ? [...ticked, what] : ticked.filter((one) => one !== what))
              }
            />
            {name}
          </label>
        ))}
      </div>
    </details>
  );
}
