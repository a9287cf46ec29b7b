import type { ReactNode } from 'react';
import { isObject, pointer, text } from '@/document/document';
import { unitsFor } from '@/document/units';
import { faultAt } from '@/formula/opened';
import { Choice, NumberInput } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import type { LineOnBench, Rewritten } from '../../state/useLine';

/** How a line was written, as one sentence with its base: '125 ml for each 420 g of fish'. Each value is typed in place. */
export function Written({ own }: { own: LineOnBench }) {
  const { readOnly, basis, unit, way, value } = own;
  const called = own.name ?? says.lines.this;
  const follows = (
    <Choice
      label={fill(names.followedBy, { line: called })}
      look="value"
      className="font-normal!"
      value={basis}
      choices={terms.follows}
      disabled={readOnly}
      onPick={(picked) => own.rewrite({ basis: picked })}
    />
  );
  return (
    <span className="inline-flex flex-wrap items-center gap-x-0.5 text-sm text-quiet" data-part="written">
      <Amount own={own} />
      <Choice
        label={fill(names.unitOf, { what: called })}
        look="value"
        value={unit}
        choices={unitsFor('amount', ...(own.ingredient?.units ?? []))}
        disabled={readOnly}
        onPick={(picked) => own.rewrite({ unit: picked as Rewritten['unit'] })}
      />
      {basis === 'fish' && unit !== '%' && isObject(value([...way, 'per'])) && <ForEach own={own} />}
      {basis === 'line' && unit === 'part' && <span className="px-1">{says.lines.toOne}</span>}
      {basis === 'surface' && <span className="px-1">{says.lines.forArea}</span>}
      {follows}
      {basis === 'slot' && (
        <span className="px-1" data-part="slots">
          {fill(says.lines.slots, { number: own.evaluation?.fish.slots ?? 0 })}
        </span>
      )}
      {basis === 'line' && <Base own={own} />}
    </span>
  );
}

/** For how much fish an amount is written. */
function ForEach({ own }: { own: LineOnBench }) {
  const { way, value, set, readOnly, evaluation, name } = own;
  const per = [...way, 'per'] as const;
  return (
    <Said
      words={says.lines.forEach}
      slots={{
        fish: (
          <NumberInput
            label={fill(names.fishFor, { line: name ?? says.lines.this })}
            look="value"
            value={value([...per, 'value'])}
            disabled={readOnly}
            fault={faultAt(evaluation, [...per, 'value'])?.text}
            onType={(typed) => set([...per, 'value'], typed)}
            data-path={pointer(per)}
          />
        ),
        unit: <b className="font-semibold text-ink">{text(value([...per, 'unit'])) ?? ''}</b>,
      }}
    />
  );
}

/** Which line a ratio hangs on, and whether its parts are by mass or by volume. */
function Base({ own }: { own: LineOnBench }) {
  const { value, set, way, unit, others, readOnly } = own;
  return (
    <>
      <Choice
        label={names.hangsOn}
        look="value"
        value={text(value([...way, 'of']))}
        choices={others}
        onPick={(picked) => set([...way, 'of'], picked)}
        disabled={readOnly}
      />
      {unit === 'part' && (
        <Choice
          label={names.partsBy}
          look="value"
          className="font-normal!"
          value={text(value([...way, 'by']))}
          choices={{ mass: says.lines.byMass, volume: says.lines.byVolume }}
          onPick={(picked) => set([...way, 'by'], picked)}
          disabled={readOnly}
        />
      )}
    </>
  );
}

/** The amount as it was written: one number, a range, or not stated. */
function Amount({ own }: { own: LineOnBench }): ReactNode {
  const { value, way, name, readOnly, evaluation, ranged, unstated } = own;
  const end = (field: 'value' | 'low' | 'high', label: `${string}{line}`) => (
    <NumberInput
      label={fill(label, { line: name ?? says.lines.this })}
      look="value"
      value={value([...way, 'amount', field])}
      disabled={readOnly}
      placeholder={unstated ? says.lines.howMuch : '…'}
      fault={faultAt(evaluation, [...way, 'amount', field])?.text}
      onType={(typed) => own.write(field, typed)}
      data-path={pointer([...way, 'amount', field])}
    />
  );
  if (!ranged) return end('value', names.amountOf);
  return (
    <Said
      words={says.lines.fromTo}
      slots={{ low: end('low', names.leastOf), high: end('high', names.mostOf) }}
    />
  );
}
