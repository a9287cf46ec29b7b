import type { ComponentProps } from 'react';
import { TextInput } from './inputs';

/** A text field with its label above it. */
export function Field({ id, label, ...rest }: ComponentProps<typeof TextInput> & { id: string }) {
  return (
    <div className="mt-4">
      <label className="block font-semibold" htmlFor={id}>
        {label}
      </label>
      <TextInput id={id} label={label} className="mt-1 w-full" {...rest} />
    </div>
  );
}
