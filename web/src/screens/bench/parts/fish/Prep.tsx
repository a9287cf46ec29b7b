import { useState } from 'react';
import { list } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { Measured, Pick, Row, Typed } from './fields';

/** Receiving and cutting: is the lot sound, where is it from, what is done before a jar is opened. */
export function Prep() {
  const { evaluation } = useOpened();
  const cards = evaluation?.fish.cards ?? [];
  return (
    <>
      <Receiving />
      <Trimmings />
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

/** What is cut off after weighing and not eaten, for all pieces or for each group of them. */
function Trimmings() {
  const { value } = useOpened();
  const groups = list(value(['fish', 'groups']));
  if (groups.length === 0)
    return (
      <Measured
        row={says.prep.trimmed}
        way={['fish', 'trimmings']}
        label={names.trimmings}
        quantity="mass"
        unit="g"
      />
    );
  return groups.map((_, place) => (
    <Measured
      key={String(value(['fish', 'groups', place, 'id']) ?? place)}
      row={fill(says.prep.trimmedOf, { group: place + 1 })}
      way={['fish', 'groups', place, 'trimmings']}
      label={fill(names.trimmingsOfGroup, { group: place + 1 })}
      quantity="mass"
      unit="g"
    />
  ));
}

/** A short list that the cook ticks; a refusal is recorded in the document and stops the formula. Accepted, it is a line. */
function Receiving() {
  const { pantry, value, set, readOnly } = useOpened();
  const [sound, setSound] = useState<Record<string, boolean>>({});
  const state = value(['fish', 'receiving']);
  const [again, setAgain] = useState(false);
  if (state === 'accepted' && !again)
    return (
      <p className="mt-1 flex items-baseline gap-2 border-b border-line pb-1">
        <strong className="font-title">{names.receiving}</strong>
        <span className="text-sm text-best">{says.prep.accepted}</span>
        {!readOnly && <LinkButton onClick={() => setAgain(true)}>{says.prep.again}</LinkButton>}
      </p>
    );
  const all = pantry.receiving.every((one) => sound[one.check]);
  const decide = (receiving: string) => {
    setAgain(false);
    set(['fish', 'receiving'], receiving);
  };
  return (
    <fieldset disabled={readOnly} className="mt-1">
      <legend className="font-title font-semibold">{names.receiving}</legend>
      {state === 'rejected' && (
        <p role="alert" className="rounded-control bg-stop-soft p-2 text-sm text-stop">
          {says.prep.lotRefused}
        </p>
      )}
      {pantry.receiving.map((one) => (
        <label key={one.check} className="flex min-h-7 items-center gap-2 border-b border-line text-sm">
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
            onClick={() => decide('accepted')}
          >
            {names.accept}
          </Button>
          <Button
            look="plain"
            className="min-h-8! px-2! text-sm text-stop!"
            onClick={() => decide('rejected')}
          >
            {names.refuseLot}
          </Button>
        </p>
      )}
    </fieldset>
  );
}
