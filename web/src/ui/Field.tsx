import type { ComponentProps } from 'react';
import { TextInput } from './inputs';

interface Props extends ComponentProps<typeof TextInput> {
  id: string;
  /** What helps to fill it in. */
  hint?: string;
}

/** A text field with its label above it, and what is wrong with it below. */
export function Field({ id, label, hint, fault, className = 'w-full', ...rest }: Props) {
  return (
    <div className="mt-4">
      <label className="block font-semibold" htmlFor={id}>
        {label}
      </label>
      <TextInput
        id={id}
        label={label}
        fault={fault}
        aria-describedby={fault || hint ? `${id}-says` : undefined}
        className={`mt-1 ${className}`}
        {...rest}
      />
      {(fault || hint) && (
        <p
          id={`${id}-says`}
          role={fault ? 'alert' : undefined}
          className={`mt-0.5 text-sm ${fault ? 'text-stop' : 'text-quiet'}`}
        >
          {fault ?? hint}
        </p>
      )}
    </div>
  );
}
