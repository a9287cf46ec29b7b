import { type ComponentProps, useEffect, useRef, useState } from 'react';
import type { Json } from '@/api';
import { asTyped, keepable } from '@/document/typed';

const shown = (value: Json | undefined) => (value === null || value === undefined ? '' : String(value));

/** A field as a box, or as an underlined value in a sentence whose box shows when it is pointed at or has the focus. */
export type Look = 'box' | 'value';

/** The classes of a field, with what is wrong with it marked. */
export const fieldLook = (look: Look, wrong: boolean, box: string) =>
  look === 'value'
    ? 'value'
    : `h-8 rounded-control border bg-plate text-ink disabled:opacity-70 ${wrong ? 'border-2 border-stop' : 'border-edge'} ${box}`;

interface Props extends Omit<ComponentProps<'input'>, 'value' | 'onChange'> {
  label: string;
  look?: Look;
  value: Json | undefined;
  onType: (value: Json) => void;
  fault?: string;
}

/** A field for a number that never loses what is typed: while it has the focus it shows the keys as pressed. */
export function NumberInput({ label, value, onType, fault, look = 'box', className = '', ...rest }: Props) {
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
      className={`${fieldLook(look, Boolean(fault), 'px-2 text-right')} ${className}`}
      {...rest}
    />
  );
}

interface TextProps extends Omit<Props, 'onType'> {
  onType: (text: string) => void;
}

export function TextInput({ label, value, onType, fault, look = 'box', className = '', ...rest }: TextProps) {
  return (
    <input
      aria-label={label}
      aria-invalid={fault ? true : undefined}
      title={fault}
      autoComplete="off"
      value={shown(value)}
      onChange={(event) => onType(keepable(event.target.value))}
      className={`${fieldLook(look, Boolean(fault), 'px-2')} ${className}`}
      {...rest}
    />
  );
}
