import type { ReactNode } from 'react';
import { isObject, pointer, text } from '@/document/document';
import { around, type Place, type PlaceWith, unitBeside } from '@/document/place';
import { type Quantity, unitOf, unitsFor } from '@/document/units';
import { faultAt, isTold, useOpened } from '@/formula/opened';
import { Choice, type Look, NumberInput } from '@/ui';
import { Assumed } from '../Assumed';

interface RowProps {
  label: string;
  way?: Place;
  wrap?: boolean;
  children: ReactNode;
}

/** A labelled row of fields, with what is wrong at WAY below it. */
export function Row({ label, way, wrap, children }: RowProps) {
  return (
    <div className="border-b border-line py-0.5" data-path={way && pointer(way)}>
      <div className="flex items-center justify-between gap-1">
        <span>{label}</span>
        <span className={`flex justify-end gap-1 ${wrap ? 'flex-wrap' : ''}`}>{children}</span>
      </div>
      {way && <AtPlace way={way} />}
    </div>
  );
}

/** What is wrong at a place or below it, and what is taken for granted there. */
export function AtPlace({ way }: { way: Place }) {
  const fault = faultAt(useOpened().evaluation, way, true);
  return (
    <>
      {fault && (
        <p data-part="fault" className={`text-sm ${isTold(fault) ? 'text-quiet' : 'text-stop'}`}>
          {fault.text}
        </p>
      )}
      <Assumed at={pointer(way)} />
    </>
  );
}

interface TypedProps {
  way: Place;
  label: string;
  hint?: string;
  /** The unit that is shown while none is stated: it is written with the first digit. */
  unit?: string;
  look?: Look;
  className?: string;
}

/** A number at a place. An emptied one is taken out of the document. */
export function Typed({ way, label, hint = '…', unit, look = 'value', className }: TypedProps) {
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
      look={look}
      className={className}
      data-path={pointer(way)}
    />
  );
}

interface PickProps {
  way: Place;
  label: string;
  choices: Record<string, string>;
  /** What is shown while nothing is stated. */
  usual?: string;
  /** The choice that is kept as nothing stated. */
  none?: string;
  /** What is shown while nothing is stated and nothing is usual. */
  empty?: string;
  /** What picking does, where it is more than to set the field. */
  onPick?: (picked: string) => void;
}

export function Pick({ way, label, choices, usual, none, empty = '…', onPick }: PickProps) {
  const { value, set, readOnly, evaluation } = useOpened();
  const fault = faultAt(evaluation, way);
  return (
    <Choice
      label={label}
      value={text(value(way)) ?? usual ?? null}
      choices={choices}
      onPick={onPick ?? ((picked) => set(way, picked === none ? undefined : picked))}
      disabled={readOnly}
      empty={empty}
      look="value"
      data-path={pointer(way)}
      fault={fault && !isTold(fault) ? fault.text : undefined}
    />
  );
}

interface FlagProps {
  way: Place;
  label: string;
  /** What it is called where it is so, and where it is not. */
  yes: string;
  no: string;
  /** Whether it is so, and what picking does, where the place holds more than yes or no. */
  value?: boolean;
  onPick?: (yes: boolean) => void;
}

/** Yes or no at a place, in words. What is not so is not written down. */
export function Flag({ way, label, yes, no, value, onPick }: FlagProps) {
  const opened = useOpened();
  const isSo = value ?? opened.value(way) === true;
  const pick = onPick ?? ((picked: boolean) => opened.set(way, picked || undefined));
  return (
    <Choice
      label={label}
      value={isSo ? 'yes' : 'no'}
      choices={{ no, yes }}
      onPick={(picked) => pick(picked === 'yes')}
      disabled={opened.readOnly}
      look="value"
      data-path={pointer(way)}
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
export function Measured({ row, ...measure }: MeasuredProps) {
  return (
    <Row label={row} way={measure.way}>
      <Measure {...measure} />
    </Row>
  );
}

type WithoutUnit = Omit<MeasuredProps, 'row' | 'quantity' | 'unit'>;

/** A temperature, in degrees Celsius where nothing else is said. */
export const Degrees = (props: WithoutUnit) => <Measure quantity="temperature" unit="degC" {...props} />;

/** A time, in minutes where nothing else is said. */
export const Minutes = (props: WithoutUnit) => <Measure quantity="time" unit="min" {...props} />;

/** A number and its unit, which are not parted at the end of a line. */
export function Measure({ way, quantity, unit, ...typed }: Omit<MeasuredProps, 'row'>) {
  return (
    <span className="inline-flex whitespace-nowrap">
      <Typed way={[...way, 'value']} unit={unit} {...typed} />
      <Pick way={[...way, 'unit']} label={unitOf(typed.label)} choices={unitsFor(quantity)} usual={unit} />
    </span>
  );
}
