import { type ComponentProps, useEffect, useRef, useState } from 'react';
import type { Json } from '@/api';
import { asTyped, keepable } from '@/document/typed';

const shown = (value: Json | undefined) => (value === null || value === undefined ? '' : String(value));

interface Props extends Omit<ComponentProps<'input'>, 'value' | 'onChange'> {
  label: string;
  value: Json | undefined;
  onType: (value: Json) => void;
  fault?: string;
}

/** A field for a number that never loses what is typed: while it has the focus it shows the keys as pressed. */
export function NumberInput({ label, value, onType, fault, className = '', ...rest }: Props) {
  const [text, setText] = useState(shown(value));
  const typed = useRef<Json | undefined>(value);
  useEffect(() => {
    if (value !== typed.current) {
      typed.current = value;
      setText(shown(value));
    }
  }, [value]);
  return (
    <input
      aria-label={label}
      aria-invalid={fault ? true : undefined}
      title={fault}
      inputMode="decimal"
      autoComplete="off"
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        typed.current = asTyped(event.target.value);
        onType(typed.current);
      }}
      className={`h-8 rounded-control border bg-plate px-2 text-right text-ink disabled:opacity-70 ${fault ? 'border-2 border-stop' : 'border-edge'} ${className}`}
      {...rest}
    />
  );
}

interface TextProps extends Omit<Props, 'onType'> {
  onType: (text: string) => void;
}

export function TextInput({ label, value, onType, fault, className = '', ...rest }: TextProps) {
  return (
    <input
      aria-label={label}
      aria-invalid={fault ? true : undefined}
      title={fault}
      autoComplete="off"
      value={shown(value)}
      onChange={(event) => onType(keepable(event.target.value))}
      className={`h-8 rounded-control border bg-plate px-2 text-ink disabled:opacity-70 ${fault ? 'border-2 border-stop' : 'border-edge'} ${className}`}
      {...rest}
    />
  );
}
