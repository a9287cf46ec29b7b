import type { ComponentProps } from 'react';
import { Field } from './Field';

/** A password: the one that one has, or a new one that whatever keeps passwords may propose. */
export function Password({ kind, ...rest }: ComponentProps<typeof Field> & { kind: 'current' | 'new' }) {
  return <Field type="password" autoComplete={`${kind}-password`} {...rest} />;
}

/** Whose password it is, for whatever keeps passwords. */
export function WhosePassword({ name }: { name: string }) {
  return <input type="text" autoComplete="username" value={name} readOnly hidden />;
}
