import { useState } from 'react';
import { useOpened } from '@/formula/opened';
import { Button } from '@/ui';
import { CHOICES } from '@/words/texts';
import { Pick, Row, Typed } from './fields';

/** Receiving and cutting: is the lot sound, where is it from, what is done before a jar is opened. */
export function Prep() {
  const { evaluation } = useOpened();
  const cards = evaluation?.fish.cards ?? [];
  return (
    <>
      <Receiving />
      <Row label="From">
        <Pick way={['fish', 'origin']} label="Origin" choices={CHOICES.origin ?? {}} usual="unknown" />
      </Row>
      <Row label="Was frozen at" way={['fish', 'frozen_record', 'temperature']}>
        <Typed way={['fish', 'frozen_record', 'temperature', 'value']} label="Frozen at" unit="degC" />
        <span className="self-center text-sm text-quiet">°C</span>
      </Row>
      <Row label="for" way={['fish', 'frozen_record', 'time']}>
        <Typed way={['fish', 'frozen_record', 'time', 'value']} label="Frozen for" unit="d" />
        <span className="self-center text-sm text-quiet">days</span>
      </Row>
      <h3 className="mt-2">Before the jars</h3>
      {cards.length === 0 && (
        <p className="text-sm text-quiet">Choose fish and cut to see what to do first.</p>
      )}
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
      <legend className="font-title font-semibold">Receiving check</legend>
      {state === 'rejected' && (
        <p role="alert" className="rounded-control bg-stop-soft p-2 text-sm text-stop">
          This lot is refused. Seasoning does not mend spoilage.
        </p>
      )}
      {state === 'accepted' && <p className="text-sm text-best">Accepted.</p>}
      {pantry.receiving.map((one) => (
        <label key={one.check} className="flex min-h-8 items-center gap-2 border-b border-line text-sm">
          <input
            type="checkbox"
            checked={sound[one.check] ?? false}
            onChange={(event) => setSound({ ...sound, [one.check]: event.target.checked })}
          />
          <span title={`Refuse when ${one.refuse}`}>
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
            Accept
          </Button>
          <Button
            look="plain"
            className="min-h-8! px-2! text-sm text-stop!"
            onClick={() => set(['fish', 'receiving'], 'rejected')}
          >
            Refuse the lot
          </Button>
        </p>
      )}
    </fieldset>
  );
}
