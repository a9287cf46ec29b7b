import { Link } from '@tanstack/react-router';
import type { AnswerOf, FormulaDocument } from '@/api';
import { Button, Choice, LinkButton, TextInput } from '@/ui';
import { fill, named, terms } from '@/words';
import { amounts } from '@/words/amounts';
import { plain } from '@/words/numbers';
import { type Column, MOST } from '../state/useColumns';

const words = amounts.compare;
const DRAFT = 'draft';

interface Props {
  kitchen: string;
  columns: Column[];
  heads: AnswerOf<'beside'>['heads'];
  made: FormulaDocument | null;
  may: boolean;
  onVersion: (place: number, number: number | null) => void;
  onWithout: (place: number) => void;
  onBegin: (document: FormulaDocument) => void;
  onTitle: (title: string) => void;
  onDrop: () => void;
  onPut: () => void;
}

/** What stands in each column, and the new one that is made from them. */
export function Heads(props: Props) {
  const { kitchen, columns, heads, made, may } = props;
  return (
    <thead>
      <tr>
        <td className="w-40" />
        {columns.map((one, place) => (
          <th
            // biome-ignore lint/suspicious/noArrayIndexKey: one version may stand in two columns
            key={place}
            scope="col"
            className="px-2 pb-2 text-left align-top font-normal"
            data-column={place}
          >
            <Link
              to="/$kitchen/formula/$formula/bench"
              params={{ kitchen, formula: String(one.formula) }}
              className="font-title text-lg font-bold underline"
            >
              {one.title}
            </Link>
            <span className="flex flex-wrap items-center gap-2 print:hidden">
              <Choice
                label={fill(words.which, { title: one.title })}
                value={one.number === null ? DRAFT : `v${one.number}`}
                choices={Object.fromEntries([
                  [DRAFT, words.draft],
                  ...one.versions.map((kept) => [
                    `v${kept.number}`,
                    `${fill(words.version, { number: kept.number })}${kept.name ? ` · ${kept.name}` : ''}`,
                  ]),
                ])}
                onPick={(picked) => props.onVersion(place, picked === DRAFT ? null : Number(picked.slice(1)))}
                className="max-w-48"
              />
              <LinkButton
                aria-label={fill(words.without, { what: one.title })}
                onClick={() => props.onWithout(place)}
                className="min-w-6"
              >
                ×
              </LinkButton>
            </span>
            <span className="hidden print:block">
              {one.number === null ? words.draft : fill(words.version, { number: one.number })}
            </span>
            <Told head={heads[place]} />
            {may && !made && columns.length < MOST && (
              <LinkButton className="print:hidden" onClick={() => props.onBegin(one.document)}>
                {words.begin}
              </LinkButton>
            )}
          </th>
        ))}
        {made && (
          <th
            scope="col"
            className="bg-kelp-soft px-2 pb-2 text-left align-top font-normal"
            data-column="made"
          >
            <TextInput
              label={words.titleOfMade}
              value={made.title}
              onType={props.onTitle}
              className="w-full font-title font-bold"
            />
            <Told head={heads[columns.length]} />
            <span className="mt-1 flex flex-wrap gap-2 print:hidden">
              <Button className="min-h-8! px-2!" onClick={props.onPut}>
                {words.put}
              </Button>
              <Button look="quiet" className="min-h-8! px-2!" onClick={props.onDrop}>
                {words.drop}
              </Button>
            </span>
          </th>
        )}
      </tr>
    </thead>
  );
}

function Told({ head }: { head: AnswerOf<'beside'>['heads'][number] | undefined }) {
  if (!head) return null;
  const cost = head.cost_per_serving;
  return (
    <span className="block text-quiet">
      {head.fish}
      {head.standing !== 'ready' && (
        <strong className="text-stop"> · {named(terms.standing, head.standing).toLowerCase()}</strong>
      )}
      {cost !== null &&
        ` · ${fill(head.cost_complete ? words.serving : words.atLeast, { cost: `${head.currency ?? ''} ${plain(cost, 2)}`.trim() })}`}
    </span>
  );
}
