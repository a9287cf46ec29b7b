import type { Json } from '@/api';
import type { Place } from '@/document/place';
import { useOpened } from '@/formula/opened';
import { NumberInput } from '@/ui';
import { fill, names, says } from '@/words';

type Part = { [key: string]: Json };

/** The target of a reading: a least and a most, or one aim. Emptied, it is taken away. */
export function TargetFields({ way, unit }: { way: Place; unit: string }) {
  const { value, set, readOnly } = useOpened();
  const target = (value(way) ?? {}) as Part;

  function write(field: string, typed: Json) {
    const next = Object.fromEntries(
      Object.entries({ ...target, [field]: typed }).filter(([, one]) => one !== null),
    );
    set(way, Object.keys(next).length ? (next as Part) : undefined);
  }

  const field = (name: string, label: string) => (
    <span className="flex items-center gap-1.5">
      {label}
      <NumberInput
        label={fill(names.target, { bound: label })}
        value={target[name]}
        disabled={readOnly}
        onType={(typed) => write(name, typed)}
        className="w-16"
      />
    </span>
  );
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3 rounded-control bg-sunk p-2">
      <strong>{says.readings.target}</strong>
      {field('min', says.readings.min)}
      {field('max', says.readings.max)}
      {field('value', says.readings.value)}
      <span className="text-quiet">{unit}</span>
    </div>
  );
}
