import type { ComponentProps } from 'react';
import { says } from '@/words';
import { fieldLook, type Look } from './inputs';

interface Props<K extends string> extends Omit<ComponentProps<'select'>, 'onChange' | 'value'> {
  label: string;
  value: string | null;
  choices: Record<K, string>;
  onPick: (value: K) => void;
  empty?: string;
  fault?: string;
  look?: Look;
}

/** One of a few. A value that is none of them is shown as what it is, so that nothing typed is hidden. */
export function Choice<K extends string>({
  label,
  value,
  choices,
  onPick,
  empty = says.app.choose,
  fault,
  look = 'box',
  className = '',
  ...rest
}: Props<K>) {
  const strange = value !== null && !(value in choices);
  return (
    <select
      aria-label={label}
      aria-invalid={fault || strange ? true : undefined}
      title={fault}
      value={value ?? ''}
      onChange={(event) => onPick(event.target.value as K)}
      className={`${fieldLook(look, Boolean(fault) || strange, 'px-1.5')} ${className}`}
      {...rest}
    >
      {value === null && <option value="">{empty}</option>}
      {strange && <option value={value}>{value}</option>}
      {Object.entries<string>(choices).map(([id, name]) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}
