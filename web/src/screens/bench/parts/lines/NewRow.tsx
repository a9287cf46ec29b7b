import { type FormEvent, useState } from 'react';
import { type AnswerOf, type Json, keepFromLabel } from '@/api';
import { useOpened } from '@/formula/opened';
import { Button, Choice, Dialog, Field, Finder, LinkButton, NumberInput, Trouble, useSending } from '@/ui';
import { fill, named, names, says, terms } from '@/words';

type LineRead = NonNullable<AnswerOf<'read-line'>['line']>;
const STATED = ['salt', 'sugar', 'acid', 'fat'] as const;
/** What a diner may avoid and a label does not name as an allergen. */
const NO_ALLERGEN = ['alcohol', 'pork'];

interface Props {
  open: boolean;
  name: string;
  /** The line that it is wanted for, as far as it was read. */
  line: LineRead | null;
  onClose: () => void;
  onMade: (line: LineRead) => void;
}

/** A thing that the pantry has not: like another, but; or from its label. It becomes a row of the kitchen's own. */
export function NewRow({ open, name, line, onClose, onMade }: Props) {
  const { kitchen, pantry } = useOpened();
  const [called, setCalled] = useState(name);
  const [like, setLike] = useState<string | null>(null);
  const [form, setForm] = useState('dry');
  const [stated, setStated] = useState<Partial<Record<(typeof STATED)[number], Json>>>({});
  const [allergens, setAllergens] = useState<string[]>([]);
  const { send, fault, busy } = useSending();
  const alike = pantry.ingredients.find((one) => one.id === like);

  async function keep(event: FormEvent) {
    event.preventDefault();
    await send(async () => {
      const made = await keepFromLabel(kitchen, {
        name: called,
        ...(like ? { like } : { form }),
        ...stated,
        allergens,
      });
      const amount = line?.amount ?? { unstated: true, unit: '%' };
      onMade({ basis: 'fish', ...line, amount, ingredient: made });
    });
  }

  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && onClose()}
      title={names.newRow}
      says={says.newRow.says}
      wide
    >
      <form onSubmit={keep}>
        <Field id="row-name" label={names.rowName} value={called} onType={setCalled} />
        <fieldset className="mt-3">
          <legend className="font-semibold">{says.newRow.start}</legend>
          {alike ? (
            <p className="flex items-center gap-2">
              {fill(says.newRow.like, { what: alike.name })}
              <LinkButton onClick={() => setLike(null)}>{names.likeNone}</LinkButton>
            </p>
          ) : (
            <div className="flex flex-wrap items-center gap-2">
              <span className="min-w-56 grow">
                <Finder
                  label={names.likeWhat}
                  placeholder={says.newRow.likeHint}
                  items={pantry.ingredients.map((one) => ({
                    id: one.id,
                    name: one.name,
                    words: [one.name, ...one.synonyms].join(' ').toLowerCase(),
                  }))}
                  onPick={setLike}
                />
              </span>
              {says.newRow.or}
              <Choice
                label={names.itsForm}
                value={form}
                choices={Object.fromEntries(
                  pantry.label_forms.map((one) => [one, named(says.newRow.forms, one)]),
                )}
                onPick={setForm}
              />
            </div>
          )}
        </fieldset>
        <fieldset className="mt-3">
          <legend className="font-semibold">{alike ? says.newRow.but : says.newRow.label}</legend>
          <p className="flex flex-wrap gap-x-4 gap-y-2">
            {STATED.map((what) => (
              <span key={what} className="flex items-center gap-1.5">
                {says.newRow.stated[what]}
                <NumberInput
                  label={fill(names.inHundred, { what: says.newRow.stated[what] })}
                  className="w-20"
                  value={stated[what]}
                  onType={(typed) => setStated({ ...stated, [what]: typed ?? undefined })}
                />
                {terms.units.g}
              </span>
            ))}
          </p>
        </fieldset>
        <fieldset className="mt-3">
          <legend className="font-semibold">{says.newRow.allergens}</legend>
          <div className="grid grid-cols-2 gap-x-4 sm:grid-cols-4">
            {Object.entries(terms.avoided)
              .filter(([what]) => !NO_ALLERGEN.includes(what))
              .map(([what, word]) => (
                <label key={what} className="flex min-h-8 items-center gap-2">
                  <input
                    type="checkbox"
                    checked={allergens.includes(what)}
                    onChange={(event) =>
                      setAllergens(
                        event.target.checked ? [...allergens, what] : allergens.filter((one) => one !== what),
                      )
                    }
                  />
                  {word}
                </label>
              ))}
          </div>
        </fieldset>
        <Trouble words={fault} />
        <div className="mt-4 flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            {names.notNow}
          </Button>
          <Button type="submit" disabled={busy}>
            {names.keepRow}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
