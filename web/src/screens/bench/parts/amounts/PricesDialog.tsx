import type { FormEvent } from 'react';
import { type Json, keepPrices, type Pantry } from '@/api';
import { list, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import {
  announce,
  Button,
  Choice,
  Dialog,
  NumberInput,
  TextInput,
  Trouble,
  useSending,
  useTyped,
} from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { DialogFoot } from '../DialogFoot';

const words = amounts.prices;

interface Row {
  sort: 'fish' | 'ingredient';
  id: string;
  name: string;
  price: Json;
  per: Json;
  unit: string;
  usable_pct: Json;
  at: string;
  basis: 'whole' | 'gutted' | 'fillet';
}

type Typable = 'price' | 'per' | 'unit' | 'usable_pct' | 'at' | 'basis';
/** What is typed of each thing, and not kept yet; the kitchen's own currency where none is typed. */
const NOTHING: { rows: { [thing: string]: Partial<Row> }; currency: string | null } = {
  rows: {},
  currency: null,
};
const keyOf = ({ sort, id }: Row) => `${sort} ${id}`;

/** The things of a formula, each with its price where it has one. */
function rowsOf(pantry: Pantry, things: [Row['sort'], string][]): Row[] {
  const today = new Date().toISOString().slice(0, 10);
  return things.flatMap(([sort, id]) => {
    const known = (sort === 'fish' ? pantry.species : pantry.ingredients).find((one) => one.id === id);
    const kept = pantry.prices.find((one) => one.sort === sort && one.id === id);
    if (!known) return [];
    return [
      {
        sort,
        id,
        name: known.name,
        price: kept?.price ?? null,
        per: kept?.per ?? 1,
        unit: kept?.unit ?? 'kg',
        usable_pct: kept?.usable_pct ?? 100,
        at: kept?.at ?? today,
        basis: (kept?.basis ?? 'whole') as Row['basis'],
      },
    ];
  });
}

/** What the kitchen pays for what this formula takes: price, for how much, how much of it can be used, since when. */
export default function PricesDialog({ onClose }: { onClose: () => void }) {
  const { kitchen, pantry, value } = useOpened();
  const things = new Map<string, [Row['sort'], string]>();
  const fish = text(value(['fish', 'species']));
  if (fish) things.set(`fish ${fish}`, ['fish', fish]);
  for (const jar of list(value(['jars']))) {
    for (const line of list(within<'Jar'>(jar, 'lines'))) {
      const id = text(within<'Line'>(line, 'ingredient'));
      if (id) things.set(`ingredient ${id}`, ['ingredient', id]);
    }
  }
  const [typed, setTyped] = useTyped(`prices/${kitchen}`, NOTHING);
  const rows = rowsOf(pantry, [...things.values()]).map((row) => ({ ...row, ...typed.rows[keyOf(row)] }));
  const currency = typed.currency ?? pantry.currency ?? '';
  const { send, faultOf, fault, again, busy } = useSending('/prices/', '/currency');
  const type = (row: Row, field: Typable, value: Json) => {
    const key = keyOf(row);
    setTyped({ ...typed, rows: { ...typed.rows, [key]: { ...typed.rows[key], [field]: value } } });
    again();
  };
  const entry = ({ sort, id, name: _, per, unit, basis, ...rest }: Row) => ({
    [sort]: id,
    ...rest,
    per: { value: per, unit },
    ...(sort === 'fish' ? { basis } : {}),
  });

  const figure = (row: Row, field: 'price' | 'per' | 'usable_pct', label: string) => (
    <NumberInput
      label={fill(label, { thing: row.name })}
      value={row[field]}
      onType={(value) => type(row, field, value)}
      className="w-20"
    />
  );

  async function keep(event: FormEvent) {
    event.preventDefault();
    if (!(await send(() => keepPrices(kitchen, currency || null, rows.map(entry))))) return;
    const sent = new Set(rows.map(keyOf));
    const others = Object.entries(typed.rows).filter(([key]) => !sent.has(key));
    setTyped({ ...NOTHING, rows: Object.fromEntries(others) });
    announce(words.kept);
    onClose();
  }

  return (
    <Dialog open onOpenChange={(still) => !still && onClose()} title={words.title} says={words.says} wide>
      <form onSubmit={keep}>
        <p className="mt-3 flex items-center gap-2">
          <span aria-hidden="true">{words.currency}</span>
          <TextInput
            label={words.currency}
            value={currency}
            maxLength={3}
            onType={(text) => setTyped({ ...typed, currency: text.toUpperCase() })}
            fault={faultOf('/currency')}
            className="w-20"
          />
        </p>
        <div className="mt-2 overflow-x-auto">
          <table className="w-full text-sm">
            <thead className="text-left text-quiet">
              <tr>
                <th className="py-1 font-normal">{words.thing}</th>
                <th className="px-1 text-right font-normal">{words.price}</th>
                <th className="px-1 font-normal" colSpan={2}>
                  {words.per}
                </th>
                <th className="px-1 text-right font-normal">{words.usable}</th>
                <th className="px-1 font-normal">{words.at}</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, place) => (
                <tr key={keyOf(row)} className="border-t border-line" data-price={row.id}>
                  <td className="py-1 pr-2">
                    {row.name}
                    {faultOf(`/prices/${place}`) && (
                      <span role="alert" className="block text-stop">
                        {faultOf(`/prices/${place}`)}
                      </span>
                    )}
                  </td>
                  <td className="px-1 text-right">{figure(row, 'price', words.priceOf)}</td>
                  <td className="px-1">{figure(row, 'per', words.perOf)}</td>
                  <td className="px-1">
                    <Choice
                      label={fill(words.unitOf, { thing: row.name })}
                      value={row.unit}
                      choices={Object.fromEntries(pantry.price_units.map((one) => [one, one]))}
                      onPick={(unit) => type(row, 'unit', unit)}
                    />
                  </td>
                  <td className="px-1 text-right">
                    {row.sort === 'fish' ? (
                      <Choice
                        label={fill(words.basisOf, { thing: row.name })}
                        value={row.basis}
                        choices={words.basis}
                        onPick={(basis) => type(row, 'basis', basis)}
                      />
                    ) : (
                      figure(row, 'usable_pct', words.usableOf)
                    )}
                  </td>
                  <td className="px-1">
                    <TextInput
                      label={fill(words.atOf, { thing: row.name })}
                      value={row.at}
                      onType={(text) => type(row, 'at', text)}
                      className="w-28"
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <Trouble words={fault} />
        <DialogFoot>
          <Button look="quiet" onClick={onClose}>
            {amounts.names.close}
          </Button>
          <Button type="submit" disabled={busy}>
            {words.keep}
          </Button>
        </DialogFoot>
      </form>
    </Dialog>
  );
}
