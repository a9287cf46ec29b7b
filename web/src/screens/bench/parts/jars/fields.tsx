import { pointer, text } from '@/document/document';
import type { PlaceWith } from '@/document/place';
import { type Quantity, unitOf, unitsFor } from '@/document/units';
import { faultAt, useOpened } from '@/formula/opened';
import { Choice, NumberInput } from '@/ui';

interface TypedProps {
  way: PlaceWith<'unit'>;
  label: string;
  quantity: Quantity;
  /** The id of the unit that is shown while none is stated. */
  unit: string;
  /** What is taken while nothing is typed. */
  hint?: string;
}

/** A number with its unit; the unit that is shown is written with the first digit. */
export function TypedUnit({ way, label, quantity, unit, hint = '…' }: TypedProps) {
  const { value, set, readOnly, evaluation } = useOpened();
  const fault = faultAt(evaluation, way, true);
  return (
    <span className="inline-flex whitespace-nowrap">
      <NumberInput
        label={label}
        look="value"
        placeholder={hint}
        data-path={pointer([...way, 'value'])}
        disabled={readOnly}
        value={value([...way, 'value'])}
        fault={fault?.code === 'estimated' ? undefined : fault?.text}
        onType={(number) =>
          set(way, number === null ? undefined : { unit: value([...way, 'unit']) ?? unit, value: number })
        }
      />
      <Choice
        label={unitOf(label)}
        look="value"
        value={text(value([...way, 'unit'])) ?? unit}
        choices={unitsFor(quantity)}
        disabled={readOnly}
        onPick={(picked) => set([...way, 'unit'], picked)}
      />
    </span>
  );
}

export function Quiet({ children }: { children: string }) {
  return <span className="text-quiet">{children}</span>;
}
