import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate, useRouteContext, useSearch } from '@tanstack/react-router';
import { useState } from 'react';
import {
  logTemperatures,
  named,
  Problem,
  type RunEvent,
  readInstruments,
  temperatureSheetAt,
  temperaturesQuery,
  temperatureTableAt,
} from '@/api';
import { kitchenNow } from '@/service/kitchenClock';
import { LogForm } from '@/temperatures/LogForm';
import { Button, Done, Main, Plate, TextInput, Trouble } from '@/ui';
import { fill } from '@/words';
import { temperatures as words } from '@/words/temperatures';
import { Lines } from './parts/Lines';
import { Missing } from './parts/Missing';

/** How often the instruments are read [ms]. */
const READ_MS = 2000;
const DAY_MS = 86_400_000;

/** A day so many days from another one (YYYY-MM-DD). */
const daysFrom = (day: string, many: number): string =>
  new Date(Date.parse(`${day}T00:00Z`) + many * DAY_MS).toISOString().slice(0, 10);

/** The temperature record of a day: what is due, what was missed, what was read; and a line to be entered. */
export function TemperaturesScreen() {
  const { kitchen, person } = useRouteContext({ from: '/$kitchen' });
  const { day } = useSearch({ from: '/$kitchen/temperatures' });
  const go = useNavigate();
  const client = useQueryClient();
  const days = day ? { first: day, last: day } : {};
  const asked = useQuery(temperaturesQuery(kitchen.slug, days));
  const may = kitchen.role !== 'viewer';
  const read = useQuery({
    queryKey: ['readings', kitchen.slug],
    queryFn: () => readInstruments(kitchen.slug),
    refetchInterval: READ_MS,
    retry: false,
    enabled: may,
  });
  const [trouble, setTrouble] = useState<string | undefined>(undefined);
  const [stuck, setStuck] = useState<string | undefined>(undefined);
  const [done, setDone] = useState('');
  const shown = asked.data;
  const here = shown?.first ?? day ?? '';
  const to = (there: string) =>
    void go({
      to: '/$kitchen/temperatures',
      params: { kitchen: kitchen.slug },
      search: there ? { day: there } : {},
    });

  /** Say something; why it is not kept, where it is not. What was typed stays where it is until then. */
  async function say(said: RunEvent): Promise<string | null> {
    try {
      const by = person.initials ? { by: person.initials } : {};
      // So far this tablet's clock is behind the one that all go by.
      const offset_ms = Math.round(kitchenNow() - Date.now());
      const event = { id: named(), version: 1, at: new Date().toISOString(), offset_ms, ...by, ...said };
      const { taken } = await logTemperatures(kitchen.slug, [event]);
      const refused = taken.find(({ became }) => became === 'refused');
      await client.invalidateQueries({ queryKey: ['temperatures', kitchen.slug] });
      return refused ? refused.told.join(' ') : null;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return error.detail;
    }
  }

  async function enter(said: RunEvent, called: string): Promise<boolean> {
    setDone('');
    const why = await say(said);
    setTrouble(why ?? undefined);
    if (why === null) setDone(fill(words.entered, { what: called }));
    return why === null;
  }

  const readings = read.data?.readings ?? [];
  const counting = readings.filter((one) => !one.simulated || read.data?.rehearsal);
  return (
    <Main title={words.names.record} className="mx-auto w-full max-w-6xl space-y-3 p-4">
      <div className="flex flex-wrap items-center gap-2">
        <h1 className="text-2xl">{words.names.record}</h1>
        <div className="ml-auto flex flex-wrap items-center gap-2">
          <Button look="plain" aria-label={words.names.before} onClick={() => to(daysFrom(here, -1))}>
            {'←'}
          </Button>
          <TextInput
            type="date"
            label={words.names.day}
            value={here}
            onType={to}
            className="h-9 pointer-coarse:h-11"
          />
          <Button look="plain" aria-label={words.names.after} onClick={() => to(daysFrom(here, 1))}>
            {'→'}
          </Button>
          <a
            className="underline"
            download
            href={temperatureTableAt(kitchen.slug, { first: here, last: here })}
          >
            {words.names.table}
          </a>
          <a
            className="underline"
            download
            href={temperatureSheetAt(kitchen.slug, { first: here, last: here })}
          >
            {words.names.paper}
          </a>
        </div>
      </div>
      <p className="text-quiet">
        {words.says} {words.codes}
      </p>
      <Trouble words={asked.error?.message} />
      {shown && (
        <>
          {shown.rehearsal && <p className="font-semibold text-warn">{words.rehearsal}</p>}
          <p data-part="due" className={shown.due.length > 0 ? 'font-semibold' : 'text-quiet'}>
            {shown.due.length > 0
              ? fill(words.due, {
                  kinds: shown.kinds
                    .filter(({ kind }) => shown.due.includes(kind))
                    .map(({ name }) => name)
                    .join(', '),
                })
              : words.nothingDue}
          </p>
          <Missing
            lines={shown.missing}
            may={may}
            onSay={(line, note) => say({ do: 'acted', event: line.id, note })}
          />
          <div className="grid grid-cols-1 items-start gap-3 lg:grid-cols-[minmax(0,1fr)_22rem]">
            <Plate title={words.names.lines} part="lines">
              <Lines
                lines={shown.entries}
                onTakeBack={
                  may
                    ? async (line) => setStuck((await say({ do: 'void', event: line.id })) ?? undefined)
                    : undefined
                }
              />
              <Trouble words={stuck} />
            </Plate>
            {may && (
              <Plate title={words.names.entering} part="entering">
                <LogForm
                  kinds={shown.kinds}
                  readings={counting}
                  first={shown.due[0]}
                  onLog={(said, kind) => enter(said, kind.name)}
                />
                <Trouble words={trouble} />
                <Done words={done} />
              </Plate>
            )}
          </div>
        </>
      )}
    </Main>
  );
}
