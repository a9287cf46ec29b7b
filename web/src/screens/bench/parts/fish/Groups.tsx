import type { Json } from '@/api';
import { list, newId, put, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, Choice, LinkButton } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { grams } from '@/words/numbers';
import { AtPlace, Measure, Row, Typed } from './fields';

type Part = { [key: string]: Json };

/** A further group, weighed in the way of the one before it. */
export function anotherGroup(before: Json | undefined): Part {
  const basis = within<'Weight'>(within<'Group'>(before, 'weight'), 'basis');
  return {
    id: newId(),
    weight: { unit: 'g', ...(basis === undefined ? {} : { basis }) },
    thickness: { unit: 'mm' },
  };
}

/** How all groups were weighed: one word for them, as for pieces of one size. */
export function WeighedAs() {
  const { value, change, latest, readOnly, evaluation } = useOpened();
  const groups = list(value(['fish', 'groups']));
  if (groups.length === 0) return null;
  const basisOf = (place: number) => ['fish', 'groups', place, 'weight', 'basis'] as const;
  return (
    <Row label={names.weighedAs}>
      <Choice
        look="value"
        label={names.weighedAs}
        value={text(value(basisOf(0))) ?? evaluation?.fish.basis ?? null}
        choices={terms.choices.basis}
        onPick={(picked) =>
          change(
            groups.reduce<ReturnType<typeof latest>>(
              (now, _, place) => put(now, basisOf(place), picked),
              latest(),
            ),
          )
        }
        disabled={readOnly}
      />
    </Row>
  );
}

/** One group: how many pieces, what they weigh in all, how thick they are; what of it is edible. */
function GroupRows({ place, one }: { place: number; one: boolean }) {
  const { set, readOnly, evaluation } = useOpened();
  const way = ['fish', 'groups', place] as const;
  const group = place + 1;
  const own = evaluation?.fish.groups[place];
  return (
    <tbody className="border-t border-line" data-group={place}>
      <tr>
        <td>
          <Typed way={[...way, 'pieces']} label={fill(names.piecesOfGroup, { group })} />
        </td>
        <td>
          <Measure
            way={[...way, 'weight']}
            label={fill(names.weightOfGroup, { group })}
            quantity="mass"
            unit="g"
          />
        </td>
        <td>
          <Measure
            way={[...way, 'thickness']}
            label={fill(names.thicknessOfGroup, { group })}
            quantity="length"
            unit="mm"
          />
        </td>
      </tr>
      <tr>
        <td colSpan={3} className="pb-1 text-quiet">
          {fill(says.fish.groupEdible, { weight: grams(own?.edible_g) })}
          {!readOnly && !one && (
            <LinkButton className="ml-2" onClick={() => set(way, undefined)}>
              {names.takeOutGroup}
            </LinkButton>
          )}
          <AtPlace way={way} />
        </td>
      </tr>
    </tbody>
  );
}

/** Pieces of unlike size: each group is weighed and measured by itself, and the tightest governs a jar's time. */
export function Groups() {
  const { value, set, document, change, readOnly } = useOpened();
  const groups = list(value(['fish', 'groups']));
  if (groups.length === 0) return null;

  /** The first group stands for all again; the others are taken out. */
  function oneSize() {
    const { groups: _, ...fish } = (value(['fish']) ?? {}) as Part;
    const { id: __, ...first } = (groups[0] ?? {}) as Part;
    change(put(document, ['fish'], { ...fish, ...first }));
  }

  return (
    <section aria-label={names.groups} className="rounded-control bg-sunk p-2">
      <table className="w-full text-sm">
        <thead className="text-left text-quiet">
          <tr>
            <th className="font-normal">{names.pieces}</th>
            <th className="font-normal">{says.fish.inAll}</th>
            <th className="font-normal">{says.fish.thick}</th>
          </tr>
        </thead>
        {groups.map((_, place) => (
          <GroupRows
            key={String(value(['fish', 'groups', place, 'id']) ?? place)}
            place={place}
            one={groups.length === 1}
          />
        ))}
      </table>
      {!readOnly && (
        <p className="mt-1 flex gap-2">
          <Button
            look="plain"
            className="min-h-8! px-2! text-sm"
            onClick={() => set(['fish', 'groups', groups.length], anotherGroup(groups.at(-1)))}
          >
            {names.oneMoreGroup}
          </Button>
          <Button look="quiet" className="min-h-8! px-2! text-sm" onClick={oneSize}>
            {names.oneSize}
          </Button>
        </p>
      )}
    </section>
  );
}
