import { list, newId } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, Choice, TextInput } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { inUnit } from '@/words/numbers';
import { Said } from '@/words/Said';
import { CautionMarks } from '../readings/CautionMarks';
import { AtPlace, Typed } from './fields';
import { Ticks } from './Ticks';

/** What else is on the plate: simple sides with their minutes, their salt and what they hold; nothing more is made of them. */
export function Sides() {
  const { value, set, readOnly, evaluation, pantry } = useOpened();
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
        <p className="mt-2 flex flex-wrap gap-2">
          <Button
            look="plain"
            className="min-h-8! px-2! text-sm"
            onClick={() => set(['sides', sides.length], { id: newId() })}
          >
            {names.addSide}
          </Button>
          <Choice
            label={names.sideFromShelf}
            value=""
            choices={{
              '': names.sideFromShelf,
              ...Object.fromEntries(pantry.sides.map((one) => [one.id, one.name])),
            }}
            onPick={(picked) => {
              const found = pantry.sides.find((one) => one.id === picked);
              if (!found) return;
              const { id: _, ...side } = found;
              set(['sides', sides.length], { ...side, id: newId() });
            }}
            className="max-w-44"
          />
        </p>
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
  const { value, set, readOnly, pantry } = useOpened();
  const way = ['sides', place] as const;
  const side = place + 1;
  const uses = list(value([...way, 'uses'])).map(String);
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
      <p className="text-sm leading-7">
        <Said
          words={says.sides.work}
          slots={{
            hands: <Typed way={[...way, 'hands']} label={fill(names.sideHands, { side })} hint="1" />,
            before: (
              <Typed way={[...way, 'before_plate']} label={fill(names.sideBefore, { side })} hint="0" />
            ),
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
      <Ticks
        said={
          uses.length
            ? fill(says.sides.uses, { what: uses.map((one) => named(pantry.stations, one)).join(', ') })
            : says.sides.usesNothing
        }
        choices={pantry.stations}
        ticked={uses}
        onTick={(next) => set([...way, 'uses'], next.length ? next : undefined)}
      />
    </fieldset>
  );
}
