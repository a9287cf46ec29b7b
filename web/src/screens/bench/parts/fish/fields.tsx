import type { ReactNode } from 'react';
import { isObject, pointer, text } from '@/document/document';
import { around, type Place, type PlaceWith, unitBeside } from '@/document/place';
import { type Quantity, unitOf, unitsFor } from '@/document/units';
import { faultAt, isTold, useOpened } from '@/formula/opened';
import { Choice, NumberInput } from '@/ui';
import { Assumed } from '../Assumed';

interface RowProps {
  label: string;
  way?: Place;
  wrap?: boolean;
  children: ReactNode;
}

/** A labelled row of fields, with what is wrong at WAY below it. */
export function Row({ label, way, wrap, children }: RowProps) {
  const { evaluation } = useOpened();
  const fault = way && faultAt(evaluation, way, true);
  return (
    <div className="border-b border-line py-[3px]">
      <div className="flex items-center justify-between gap-1">
        <span>{label}</span>
        <span className={`flex justify-end gap-1 ${wrap ? 'flex-wrap' : ''}`}>{children}</span>
      </div>
      {fault && (
        <p role="alert" className={`text-sm ${isTold(fault) ? 'text-quiet' : 'text-stop'}`}>
          {fault.text}
        </p>
      )}
      {way && <Assumed at={pointer(way)} />}
    </div>
  );
}

interface TypedProps {
  way: Place;
  label: string;
  hint?: string;
  wide?: boolean;
  /** The unit that is shown while none is stated: it is written with the first digit. */
  unit?: string;
}

/** A number at a place. An emptied one is taken out of the document. */
export function Typed({ way, label, hint, wide, unit }: TypedProps) {
  const { value, set, readOnly, evaluation } = useOpened();
  const parent = around(way);
  const fault = faultAt(evaluation, way) ?? faultAt(evaluation, parent);
  return (
    <NumberInput
      label={label}
      value={value(way)}
      onType={(typed) => {
        const here = value(parent);
        // What stands beside it stays: how it was weighed may be said before the weight is.
        if (unit && value(unitBeside(way)) === undefined)
          set(parent, { ...(isObject(here) ? here : {}), unit, value: typed });
        else set(way, typed);
      }}
      disabled={readOnly}
      placeholder={hint}
      fault={fault && !isTold(fault) && way.length > 1 ? fault.text : undefined}
      className={wide ? 'w-20' : 'w-12 xl:w-14'}
    />
  );
}

interface PickProps {
  way: Place;
  label: string;
  choices: Record<string, string>;
  /** What is shown while nothing is stated. */
  usual?: string;
  /** What picking does, where it is more than to set the field. */
  onPick?: (picked: string) => void;
}

export function Pick({ way, label, choices, usual, onPick }: PickProps) {
  const { value, set, readOnly, evaluation } = useOpened();
  const fault = faultAt(evaluation, way);
  return (
    <Choice
      label={label}
      value={text(value(way)) ?? usual ?? null}
      choices={choices}
      onPick={onPick ?? ((picked) => set(way, picked))}
      disabled={readOnly}
      empty="…"
      fault={fault && !isTold(fault) ? fault.text : undefined}
    />
  );
}

interface MeasuredProps extends Omit<TypedProps, 'unit' | 'way'> {
  way: PlaceWith<'unit'>;
  /** What the row is called, when it is not the field's own label. */
  row: string;
  unit: string;
  quantity: Quantity;
}

/** A row with a number and its unit. */
export function Measured({ row, way, quantity, unit, ...typed }: MeasuredProps) {
  return (
    <Row label={row} way={way}>
      <Typed way={[...way, 'value']} unit={unit} {...typed} />
      <Pick way={[...way, 'unit']} label={unitOf(typed.label)} choices={unitsFor(quantity)} usual={unit} />
    </Row>
  );
}
