import { list, newId } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, TextInput } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { inUnit } from '@/words/numbers';
import { Said } from '@/words/Said';
import { CautionMarks } from '../readings/CautionMarks';
import { AtPlace, Typed } from './fields';
import { Ticks } from './Ticks';

/** What else is on the plate: simple sides with their minutes, their salt and what they hold; nothing more is made of them. */
export function Sides() {
  const { value, set, readOnly, evaluation } = useOpened();
  const sides = list(value(['sides']));
  const salt = evaluation?.ledger.sides_salt_g_per_serving;
  return (
    <>
      <p className="mt-1 text-sm text-quiet">{sides.length === 0 ? says.sides.none : says.sides.counted}</p>
      {sides.map((_, place) => (
        <Side key={String(value(['sides', place, 'id']) ?? place)} place={place} />
      ))}
      <CautionMarks below="/sides" />
      {!readOnly && (
        <Button
          look="plain"
          className="mt-2 min-h-8! px-2! text-sm"
          onClick={() => set(['sides', sides.length], { id: newId() })}
        >
          {names.addSide}
        </Button>
      )}
      {salt ? (
        <p className="mt-2 text-sm" data-part="sides-salt">
          {fill(says.sides.salt, { salt: inUnit(salt, 'g') })}
        </p>
      ) : null}
    </>
  );
}

function Side({ place }: { place: number }) {
  const { value, set, readOnly } = useOpened();
  const way = ['sides', place] as const;
  const side = place + 1;
  const holds = list(value([...way, 'allergens'])).map(String);
  return (
    <fieldset disabled={readOnly} className="mt-1 border-b border-line pb-2" data-side={place}>
      <legend className="sr-only">{fill(names.side, { side })}</legend>
      <div className="flex items-center gap-1">
        <TextInput
          label={fill(names.sideName, { side })}
          value={value([...way, 'name'])}
          onType={(typed) => set([...way, 'name'], typed || undefined)}
          look="value"
          placeholder={says.sides.hint}
          className="min-w-0 grow text-left! font-semibold"
        />
        {!readOnly && (
          <Button
            look="quiet"
            className="min-h-8! px-2!"
            aria-label={fill(names.takeOutSide, { side })}
            onClick={() => set(way, undefined)}
          >
            ×
          </Button>
        )}
      </div>
      <p className="text-sm leading-7">
        <Said
          words={says.sides.sentence}
          slots={{
            minutes: <Typed way={[...way, 'minutes']} label={fill(names.sideMinutes, { side })} />,
            salt: <Typed way={[...way, 'salt_g_per_serving']} label={fill(names.sideSalt, { side })} />,
          }}
        />
      </p>
      <AtPlace way={way} />
      <Ticks
        said={
          holds.length
            ? fill(says.sides.holds, { what: holds.map((one) => named(terms.avoided, one)).join(', ') })
            : says.sides.holdsNothing
        }
        choices={terms.avoided}
        ticked={holds}
        onTick={(next) => set([...way, 'allergens'], next.length ? next : undefined)}
      />
    </fieldset>
  );
}
