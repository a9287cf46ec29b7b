import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import {
  type BatchItem,
  batchesQuery,
  type FormulaDocument,
  formulaQuery,
  formulasQuery,
  type Json,
  keepBatch,
  Problem,
  queries,
  throwBatchOut,
} from '@/api';
import { atWay, list, text } from '@/document/document';
import { Button, Choice, Finder, LinkButton, NumberInput, Plate, Trouble, useSending } from '@/ui';
import { fill, terms } from '@/words';
import { day } from '@/words/day';
import { clock, day as dateOf, grams } from '@/words/numbers';

const { batches: says } = day;
const when = (at: string) => `${dateOf(new Date(at))} ${clock(new Date(at))}`;

/** Jars made ahead: what is left of each, until when it is used; and keeping another. */
export function Batches({ kitchen, may }: { kitchen: string; may: boolean }) {
  const items = useQuery(batchesQuery(kitchen)).data;
  const [out, setOut] = useState<BatchItem | null>(null);
  const sending = useSending();
  const move = (item: BatchItem, thrownOut: boolean) =>
    sending.send(async () => {
      await throwBatchOut(kitchen, item.id, thrownOut);
      setOut(thrownOut ? item : null);
    });
  return (
    <Plate title={says.head} part="batches">
      <p className="text-sm text-quiet">{says.says}</p>
      <div role="status">
        {out && (
          <p className="mt-1 flex items-center gap-3 rounded-control bg-kelp-soft px-3 py-1.5">
            {fill(says.thrown, { name: out.name })}
            <LinkButton onClick={() => move(out, false)}>{day.names.bringBack}</LinkButton>
          </p>
        )}
      </div>
      {items?.length === 0 && <p className="mt-1 text-quiet">{says.none}</p>}
      <ul className="mt-1">
        {items?.map((item) => (
          <li
            key={item.id}
            className="flex flex-wrap items-center gap-x-3 border-b border-line py-1"
            data-batch={item.id}
          >
            <strong>{item.name}</strong>
            <span>{fill(says.left, { left: grams(item.left_g), mass: grams(item.mass_g) })}</span>
            <span className="text-quiet">
              {fill(says.made, { made: when(item.made_at), who: item.made_by })}
            </span>
            <span className={item.over ? 'font-semibold text-stop' : 'text-quiet'}>
              {fill(item.over ? says.over : says.use, { at: when(item.use_by) })}
            </span>
            {may && (
              <Button
                look="quiet"
                className="ml-auto min-h-7! px-2! print:hidden"
                aria-label={fill(day.names.dropBatch, { name: item.name })}
                onClick={() => move(item, true)}
              >
                ×
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Trouble words={sending.problem?.detail} />
      {may && <Another kitchen={kitchen} />}
    </Plate>
  );
}

/** A formula that a jar was made of: its newest version, or its draft. */
interface Source {
  formula: number;
  version?: number;
  title: string;
  jars: Json[];
}

/** Another batch: of which formula, which of its jars, how much. */
function Another({ kitchen }: { kitchen: string }) {
  const offered = useQuery(formulasQuery(kitchen, {})).data?.items ?? [];
  const [source, setSource] = useState<Source | null>(null);
  const [jar, setJar] = useState<string | null>(null);
  const [mass, setMass] = useState<Json>(null);
  const sending = useSending('/mass_g');

  async function choose(id: string) {
    const { document, versions } = await queries.fetchQuery(formulaQuery(kitchen, Number(id)));
    const jars = list((document as FormulaDocument).jars);
    const version = versions[0]?.number;
    setSource({
      formula: Number(id),
      ...(version === undefined ? {} : { version }),
      title: text((document as FormulaDocument).title) ?? '',
      jars,
    });
    setJar(text(atWay(jars[0], ['id'])));
  }

  async function keep() {
    if (!source || !jar) return;
    const { formula, version } = source;
    const made = { formula, ...(version === undefined ? {} : { version }), jar, mass_g: mass };
    if (await sending.send(() => keepBatch(kitchen, made))) {
      setSource(null);
      setMass(null);
    }
  }

  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 print:hidden">
      <div className="w-72">
        <Finder
          label={day.names.addCourse}
          placeholder={says.hint}
          items={offered.map((one) => ({
            id: String(one.id),
            name: one.title,
            words: one.title.toLowerCase(),
          }))}
          onPick={(id) =>
            void choose(id).catch((error: unknown) => {
              if (!(error instanceof Problem)) throw error;
            })
          }
        />
      </div>
      {source && (
        <>
          <Choice
            label={day.names.batchJar}
            value={jar}
            choices={Object.fromEntries(
              source.jars.map((one) => [
                text(atWay(one, ['id'])) ?? '',
                text(atWay(one, ['name'])) ?? text(atWay(one, ['kind'])) ?? '',
              ]),
            )}
            onPick={setJar}
          />
          <NumberInput
            label={day.names.batchMass}
            value={mass}
            onType={setMass}
            fault={sending.faultOf('/mass_g')}
            className="w-24"
          />
          {terms.units.g}
          <Button look="plain" onClick={keep} disabled={sending.busy}>
            {day.names.keepBatch}
          </Button>
          <Trouble words={sending.faultOf('/mass_g') ?? sending.fault} />
        </>
      )}
    </div>
  );
}
