import type { ComponentProps } from 'react';

interface Props extends Omit<ComponentProps<'select'>, 'onChange' | 'value'> {
  label: string;
  value: string | null;
  choices: Record<string, string>;
  onPick: (value: string) => void;
  empty?: string;
  fault?: string;
}

/** One of a few. A value that is none of them is shown as what it is, so that nothing typed is hidden. */
export function Choice({
  label,
  value,
  choices,
  onPick,
  empty = 'choose …',
  fault,
  className = '',
  ...rest
}: Props) {
  const strange = value !== null && !(value in choices);
  return (
    <select
      aria-label={label}
      aria-invalid={fault ? true : undefined}
      title={fault}
      value={value ?? ''}
      onChange={(event) => onPick(event.target.value)}
      className={`h-8 rounded-control border bg-plate px-1.5 text-ink disabled:opacity-70 ${fault || strange ? 'border-stop' : 'border-edge'} ${className}`}
      {...rest}
    >
      {value === null && <option value="">{empty}</option>}
      {strange && <option value={value}>{value}</option>}
      {Object.entries(choices).map(([id, name]) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}
