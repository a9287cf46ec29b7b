import type { LineResult } from '@/api';
import { BASES, UNITS } from '@/app/texts';
import { grams, percent } from '@/format/numbers';
import { Button, Choice, NumberInput } from '@/ui';
import { faultAt, useBench } from './BenchContext';
import { at, list, put, text } from './document';

/** Bases on which an amount other than a share says how much fish it goes with. */
const PER_FISH = 'fish';

/** One line: as written, what it follows, what to weigh and spoon, what it brings. */
export function LineRow({ jar, line }: { jar: number; line: number }) {
  const { value, set, document, change, evaluation, pantry, readOnly } = useBench();
  const way = ['jars', jar, 'lines', line];
  const result = evaluation?.jars[jar]?.lines[line];
  const id = text(value([...way, 'ingredient']));
  const ingredient = pantry.ingredients.find((one) => one.id === id);
  const unit = text(value([...way, 'amount', 'unit']));
  const basis = text(value([...way, 'basis']));
  const ranged = value([...way, 'amount', 'low']) !== undefined;
  const fault = faultAt(evaluation, way, true);
  const units = Object.fromEntries(
    Object.entries(UNITS).filter(
      ([one]) =>
        !['piece', 'slice', 'clove', 'sprig', 'pinch'].includes(one) || ingredient?.units.includes(one),
    ),
  );
  const others = list(value(['jars', jar, 'lines']))
    .map((other) => at(other, ['id']))
    .filter((other): other is string => typeof other === 'string' && other !== value([...way, 'id']));

  /** A mass on the basis of the fish needs the fish it was written for: the present one. */
  function rewrite(field: 'basis' | 'unit', picked: string) {
    const next = put(document, field === 'basis' ? [...way, 'basis'] : [...way, 'amount', 'unit'], picked);
    const needs =
      at(next, [...way, 'basis']) === PER_FISH &&
      at(next, [...way, 'amount', 'unit']) !== '%' &&
      !at(next, [...way, 'per']);
    const edible = evaluation?.fish.edible_g;
    change(needs && edible ? put(next, [...way, 'per'], { value: Math.round(edible), unit: 'g' }) : next);
  }

  const amount = (end: string, label: string) => (
    <NumberInput
      label={`${label} of ${ingredient?.name ?? id ?? 'line'}`}
      className="w-14 xl:w-16"
      value={value([...way, 'amount', end])}
      disabled={readOnly}
      fault={faultAt(evaluation, [...way, 'amount', end])?.text}
      onType={(typed) => set([...way, 'amount', end], typed)}
    />
  );

  return (
    <>
      <tr className="h-12 border-t border-line" data-line={text(value([...way, 'id']))}>
        <td className="pr-2">
          {ingredient?.name ?? id ?? 'Which ingredient?'}
          {result?.exponent !== undefined && result.exponent < 1 && (
            <span className="ml-1 text-sm text-quiet">strong</span>
          )}
        </td>
        <td className="pr-2">
          <span className="flex gap-1">
            {ranged ? amount('low', 'Least') : amount('value', 'Amount')}
            {ranged && amount('high', 'Most')}
            <Choice
              label={`Unit of ${ingredient?.name ?? 'line'}`}
              value={unit}
              choices={units}
              disabled={readOnly}
              onPick={(picked) => rewrite('unit', picked)}
            />
          </span>
        </td>
        <td className="pr-2">
          <Choice
            label={`What ${ingredient?.name ?? 'the line'} follows`}
            value={basis}
            choices={BASES}
            disabled={readOnly}
            onPick={(picked) => rewrite('basis', picked)}
            className="w-28"
          />
        </td>
        <td className="pr-3 text-right whitespace-nowrap">
          <span className="block font-semibold" data-weigh>
            {grams(result?.mass_g)}
          </span>
          <span
            className="block text-sm text-quiet"
            title={result?.as_bought ? `buy ${result.as_bought}` : undefined}
          >
            {result?.kitchen}
          </span>
        </td>
        <td className="hidden xl:table-cell">{result && <Brings result={result} />}</td>
        <td>
          {!readOnly && (
            <Button
              look="quiet"
              className="min-h-8! px-2!"
              aria-label={`Take out ${ingredient?.name ?? 'this line'}`}
              onClick={() => set(way, undefined)}
            >
              ×
            </Button>
          )}
        </td>
      </tr>
      {basis === 'line' && (
        <tr>
          <td colSpan={6} className="pb-1.5">
            <LineBase way={way} others={others} jar={jar} parts={unit === 'part'} />
          </td>
        </tr>
      )}
      {fault && (
        <tr>
          <td colSpan={6} className="pb-1.5 text-sm text-stop" role="alert">
            {fault.text}
          </td>
        </tr>
      )}
    </>
  );
}

/** Which line a ratio hangs on, and whether its parts are by mass or by volume. */
function LineBase({
  way,
  others,
  jar,
  parts,
}: {
  way: (string | number)[];
  others: string[];
  jar: number;
  parts: boolean;
}) {
  const { value, set, pantry, readOnly } = useBench();
  const lines = list(value(['jars', jar, 'lines']));
  const name = (id: string) => {
    const ingredient = at(
      lines.find((one) => at(one, ['id']) === id),
      ['ingredient'],
    );
    return pantry.ingredients.find((one) => one.id === ingredient)?.name ?? id;
  };
  return (
    <span className="flex items-center justify-end gap-1 text-sm text-quiet">
      of
      <Choice
        label="Hangs on"
        value={text(value([...way, 'of']))}
        choices={Object.fromEntries(others.map((id) => [id, name(id)]))}
        onPick={(picked) => set([...way, 'of'], picked)}
        disabled={readOnly}
      />
      {parts && (
        <Choice
          label="Parts by"
          value={text(value([...way, 'by']))}
          choices={{ mass: 'by mass', volume: 'by volume' }}
          onPick={(picked) => set([...way, 'by'], picked)}
          disabled={readOnly}
        />
      )}
    </span>
  );
}

/** What a line brings, the most telling first: salt, acid, sugar, oil. */
function Brings({ result }: { result: LineResult }) {
  const found = [
    { name: 'salt', component: 'salt', amount: result.salt_g ?? 0, words: grams(result.salt_g), least: 0.05 },
    {
      name: 'meq acid',
      component: 'acid',
      amount: result.acid_meq ?? 0,
      words: (result.acid_meq ?? 0).toFixed(0),
      least: 0.5,
    },
    {
      name: 'sugar',
      component: 'sugar',
      amount: result.sugar_g ?? 0,
      words: grams(result.sugar_g),
      least: 0.5,
    },
    { name: 'oil', component: 'oil', amount: result.oil_g ?? 0, words: grams(result.oil_g), least: 0.5 },
  ].filter((one) => one.amount >= one.least);
  if (!found.length)
    return <span className="text-sm text-quiet">{percent(result.share_of_fish_pct)} of fish</span>;
  return (
    <span className="flex flex-wrap gap-x-2 text-sm">
      {found.slice(0, 2).map((one) => (
        <span key={one.name} className="flex items-center gap-1 whitespace-nowrap">
          <svg width="12" height="12" aria-hidden="true">
            <rect width="12" height="12" rx="2" fill={`url(#hatch-${one.component})`} />
          </svg>
          {one.words} {one.name}
        </span>
      ))}
    </span>
  );
}
