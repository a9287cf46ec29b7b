import { useState } from 'react';
import { useOpened } from '@/formula/opened';
import { Button } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { Pick, Row, Typed } from './fields';

/** Receiving and cutting: is the lot sound, where is it from, what is done before a jar is opened. */
export function Prep() {
  const { evaluation } = useOpened();
  const cards = evaluation?.fish.cards ?? [];
  return (
    <>
      <Receiving />
      <Row label={says.prep.from}>
        <Pick way={['fish', 'origin']} label={names.origin} choices={terms.choices.origin} usual="unknown" />
      </Row>
      <Row label={says.prep.wasFrozenAt} way={['fish', 'frozen_record', 'temperature']}>
        <Typed way={['fish', 'frozen_record', 'temperature', 'value']} label={names.frozenAt} unit="degC" />
        <span className="self-center text-sm text-quiet">{terms.units.degC}</span>
      </Row>
      <Row label={says.prep.frozenFor} way={['fish', 'frozen_record', 'time']}>
        <Typed way={['fish', 'frozen_record', 'time', 'value']} label={names.frozenFor} unit="d" />
        <span className="self-center text-sm text-quiet">{says.prep.days}</span>
      </Row>
      <h3 className="mt-2">{says.prep.head}</h3>
      {cards.length === 0 && <p className="text-sm text-quiet">{says.prep.chooseFirst}</p>}
      <ol className="mt-1 space-y-1.5">
        {cards.map((card) => (
          <li key={card.card} className="text-sm" data-card={card.card} title={card.source}>
            <strong>{card.title}.</strong> {card.text}
          </li>
        ))}
      </ol>
    </>
  );
}

/** A short list that the cook ticks; a refusal is recorded in the document and stops the formula. */
function Receiving() {
  const { pantry, value, set, readOnly } = useOpened();
  const [sound, setSound] = useState<Record<string, boolean>>({});
  const state = value(['fish', 'receiving']);
  const all = pantry.receiving.every((one) => sound[one.check]);
  return (
    <fieldset disabled={readOnly} className="mt-1">
      <legend className="font-title font-semibold">{names.receiving}</legend>
      {state === 'rejected' && (
        <p role="alert" className="rounded-control bg-stop-soft p-2 text-sm text-stop">
          {says.prep.lotRefused}
        </p>
      )}
      {state === 'accepted' && <p className="text-sm text-best">{says.prep.accepted}</p>}
      {pantry.receiving.map((one) => (
        <label key={one.check} className="flex min-h-8 items-center gap-2 border-b border-line text-sm">
          <input
            type="checkbox"
            checked={sound[one.check] ?? false}
            onChange={(event) => setSound({ ...sound, [one.check]: event.target.checked })}
          />
          <span title={fill(says.prep.refuseWhen, { what: one.refuse })}>
            <strong>{one.check}</strong> {one.sound}
          </span>
        </label>
      ))}
      {!readOnly && (
        <p className="mt-1 flex gap-1">
          <Button
            look="plain"
            className="min-h-8! px-2! text-sm"
            disabled={!all}
            onClick={() => set(['fish', 'receiving'], 'accepted')}
          >
            {names.accept}
          </Button>
          <Button
            look="plain"
            className="min-h-8! px-2! text-sm text-stop!"
            onClick={() => set(['fish', 'receiving'], 'rejected')}
          >
            {names.refuseLot}
          </Button>
        </p>
      )}
    </fieldset>
  );
}
