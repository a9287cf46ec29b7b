import { useSuspenseQuery } from '@tanstack/react-query';
import { useParams, useRouteContext } from '@tanstack/react-router';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { type FormulaDocument, newest, onNews, runQuery } from '@/api';
import { atWay, list, text } from '@/document/document';
import { keeperOf } from '@/run/keepers';
import { makeReadyToGoWithout } from '@/run/withoutNetwork';
import { placeOf } from '@/service/times';
import { Main } from '@/ui';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { Action, TakeBack } from './parts/Action';
import { Alarm } from './parts/Alarm';
import { AsItIs } from './parts/AsItIs';
import { Happened } from './parts/Happened';
import { Instruments } from './parts/Instruments';
import { Others } from './parts/Others';
import { RecordTable } from './parts/RecordTable';
import { RunDocket } from './parts/RunDocket';
import { Apart, RunHead, RunTitle } from './parts/RunHead';
import { Stands } from './parts/Stands';
import { Timers } from './parts/Timers';
import { clockAt } from './state/clock';
import { type OpenedRun, RunContext, type Said } from './state/opened';
import { useAwake } from './state/useAwake';

/** How often the clock of the screen moves on [ms]. */
const TICK_MS = 1000;

/** A run on a tablet: one thing to do, what runs, who does what, what comes next. */
export function RunScreen() {
  const { kitchen, person } = useRouteContext({ from: '/$kitchen' });
  const number = Number(useParams({ from: '/$kitchen/runs/$run' }).run);
  const opened = useSuspenseQuery(runQuery(kitchen.slug, number)).data;
  const keeper = useMemo(() => keeperOf(kitchen.slug, opened), [kitchen.slug, opened]);
  const shown = useSyncExternalStore(keeper.subscribe, keeper.snapshot);
  const [now, setNow] = useState(keeper.now);
  const [said, setSaid] = useState<Said | null>(null);
  const [typed] = useState(() => new Map<string, string>());

  useAwake();
  useEffect(makeReadyToGoWithout, []);
  useEffect(() => {
    const tick = () => setNow(keeper.tick());
    tick();
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [keeper]);
  useEffect(() => {
    void keeper.news(newest(kitchen.slug, 'run', number));
    return onNews((where, { whole, changes }) => {
      if (where !== kitchen.slug) return;
      // The plan may be another without an event: somebody changed the service, or time went on.
      const mine = changes.some(
        ({ what, item }) =>
          (what === 'run' && item === number) || (what === 'service' && item === opened.service),
      );
      if (whole || mine) void keeper.news();
    });
  }, [keeper, kitchen.slug, number, opened.service]);

  const document = shown.document as FormulaDocument;
  const zone = placeOf(document, shown.plan);
  const people = list(atWay(document, ['kitchen', 'people'])).map((one) => text(atWay(one, ['id'])) ?? '');
  const [who, setWho] = useState(() =>
    people.includes(person.initials) ? person.initials : (people[0] ?? ''),
  );
  const readOnly = kitchen.role === 'viewer' || shown.endedAt !== null;
  const run: OpenedRun = {
    kitchen: kitchen.slug,
    run: number,
    service: opened.service,
    document,
    zone,
    courses: list(document.courses).length,
    shown,
    keeper,
    who,
    people,
    come: setWho,
    now,
    readOnly,
    said,
    say: (saying, called) =>
      setSaid({ event: keeper.say(who, saying), called, at: keeper.now(), since: Date.now() }),
    photograph: (photo, saying, called) =>
      setSaid({ event: keeper.photograph(who, photo, saying), called, at: keeper.now(), since: Date.now() }),
    takeBack: (event) => {
      keeper.say(who, { do: 'void', event });
      setSaid(null);
    },
    // A run that an older page kept says none.
    logKinds: opened.log_kinds ?? [],
    paces: opened.paces ?? [],
    typed,
  };
  const title = text(document.title) || words.untitled;
  return (
    <RunContext value={run}>
      <RunTitle />
      <Main title={title} className="flex min-h-0 grow flex-col">
        <h1 className="sr-only">{title}</h1>
        {!shown.endedAt && <RunHead />}
        {shown.endedAt ? (
          <div className="mx-auto w-full max-w-5xl space-y-3 p-4">
            <p className="text-xl">{fill(words.over, { at: clockAt(zone, Date.parse(shown.endedAt)) })}</p>
            <TakeBack />
            <RecordTable kitchen={kitchen.slug} run={number} began={opened.began_at} />
          </div>
        ) : (
          <div className="grid min-h-0 grow md:h-[calc(100dvh-8.2rem)] md:grid-cols-[15rem_minmax(0,1fr)] md:grid-rows-1 xl:grid-cols-[17rem_minmax(0,1.15fr)_minmax(0,1fr)]">
            <div className="max-md:hidden md:min-h-0">
              <RunDocket />
            </div>
            <div className="min-h-0 space-y-3 overflow-y-auto p-3">
              <Alarm />
              <Apart />
              <Action />
              <Stands />
              <Instruments />
              <div className="space-y-3 xl:hidden">
                <Timers />
                <Others />
                <AsItIs />
                <Happened />
              </div>
            </div>
            <div className="min-h-0 space-y-3 overflow-y-auto p-3 max-xl:hidden">
              <Timers />
              <Others />
              <AsItIs />
              <Happened />
            </div>
          </div>
        )}
      </Main>
    </RunContext>
  );
}
