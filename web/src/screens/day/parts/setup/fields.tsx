import type { Json } from '@/api';
import type { Way } from '@/document/document';
import { Button, NumberInput, TextInput } from '@/ui';
import { useService } from '../../state/opened';

/** What is wrong at a place of the service, in the core's words. */
export function Fault({ way }: { way: Way }) {
  const fault = useService().faultAt(way);
  if (!fault) return null;
  return (
    <p role="alert" className="text-sm text-stop" data-path={fault.path}>
      {fault.text}
    </p>
  );
}

/** A number of the service, typed. */
export function Count({ way, label, className = '' }: { way: Way; label: string; className?: string }) {
  const { value, set, faultAt } = useService();
  return (
    <NumberInput
      label={label}
      look="value"
      value={value(way)}
      fault={faultAt(way)?.text}
      onType={(typed: Json) => set(way, typed === '' || typed === null ? undefined : typed)}
      className={className}
    />
  );
}

/** A word of the service, typed. */
export function Word({ way, label, hint = '' }: { way: Way; label: string; hint?: string }) {
  const { value, set, faultAt } = useService();
  return (
    <TextInput
      label={label}
      look="value"
      value={value(way)}
      placeholder={hint}
      fault={faultAt(way)?.text}
      onType={(typed) => set(way, typed || undefined)}
    />
  );
}

/** Takes a part of the service out. */
export function Drop({ way, label }: { way: Way; label: string }) {
  const { put, readOnly } = useService();
  if (readOnly) return null;
  return (
    <Button
      look="quiet"
      className="ml-auto min-h-7! shrink-0 px-2!"
      aria-label={label}
      onClick={() => put(way, undefined)}
    >
      ×
    </Button>
  );
}

/** Adds a part to the service. */
export function Add({ label, onAdd }: { label: string; onAdd: () => void }) {
  const { readOnly } = useService();
  if (readOnly) return null;
  return (
    <Button look="plain" className="mt-1 min-h-7! px-2! text-sm" onClick={onAdd}>
      {label}
    </Button>
  );
}
