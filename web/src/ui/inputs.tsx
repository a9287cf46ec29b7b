import { type ComponentProps, useEffect, useRef, useState } from 'react';
import type { Json } from '@/api';

/** What a file and a database cannot keep is left out as it is typed or pasted: NUL and halves of characters. */
export function keepable(text: string): string {
  // biome-ignore lint/suspicious/noControlCharactersInRegex: NUL is just what is taken out
  return text.replace(/\u0000/g, '').toWellFormed();
}

/** The number that a text states, or the text as typed: the core says what is wrong with it, at its place. */
export function asTyped(text: string): Json {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  const number = Number(trimmed.replace(',', '.'));
  return Number.isFinite(number) ? number : keepable(text);
}

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
