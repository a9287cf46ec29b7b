import type { Json } from '@/api';
import { list, newId, put, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, Choice, LinkButton } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { grams } from '@/words/numbers';
import { Row, Typed } from './fields';

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

/** Pieces of unlike size: each group is weighed and measured by itself, and the tightest governs a jar's time. */
export function Groups() {
  const { value, set, document, change, readOnly, evaluation } = useOpened();
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
      {groups.map((_, place) => {
        const way = ['fish', 'groups', place] as const;
        const own = evaluation?.fish.groups[place] as { edible_g?: number | null } | undefined;
        return (
          <Row key={String(value([...way, 'id']) ?? place)} label={`${place + 1}`} way={way} wrap>
            <Typed
              way={[...way, 'pieces']}
              label={fill(names.piecesOfGroup, { group: place + 1 })}
              hint={says.fish.number}
            />
            <Typed
              way={[...way, 'weight', 'value']}
              label={fill(names.weightOfGroup, { group: place + 1 })}
              unit="g"
              hint={terms.units.g}
            />
            <Typed
              way={[...way, 'thickness', 'value']}
              label={fill(names.thicknessOfGroup, { group: place + 1 })}
              unit="mm"
              hint={terms.units.mm}
            />
            <span className="w-full text-right text-sm text-quiet">
              {fill(says.fish.groupEdible, { weight: grams(own?.edible_g) })}
              {!readOnly && groups.length > 1 && (
                <LinkButton className="ml-2" onClick={() => set(way, undefined)}>
                  {names.takeOutGroup}
                </LinkButton>
              )}
            </span>
          </Row>
        );
      })}
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
