import { useSuspenseQuery } from '@tanstack/react-query';
import { useParams, useRouteContext } from '@tanstack/react-router';
import { useEffect, useState, useSyncExternalStore } from 'react';
import {
  type FormulaDocument,
  newest,
  onNews,
  pantryQuery,
  queries,
  serviceQuery,
  throwServiceOut,
} from '@/api';
import { text } from '@/document/document';
import { serviceKeeperOf } from '@/formula/draft/keepers';
import { useUndoKeys } from '@/formula/draft/useUndoKeys';
import { LinkButton, Main } from '@/ui';
import { day } from '@/words/day';
import { Conflict } from './parts/Conflict';
import { Docket } from './parts/Docket';
import { ServiceHead } from './parts/ServiceHead';
import { Setup } from './parts/Setup';
import { Stands } from './parts/Stands';
import { StepPanel } from './parts/StepPanel';
import { type OpenedService, ServiceContext } from './state/opened';

/** One service: what it is made of, how its plan stands, and the docket. */
export function ServiceScreen() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const service = Number(useParams({ from: '/$kitchen/day/$service' }).service);
  const stored = useSuspenseQuery(serviceQuery(kitchen.slug, service)).data;
  const pantry = useSuspenseQuery(pantryQuery(kitchen.slug)).data;
  const [keeper] = useState(() =>
    serviceKeeperOf(kitchen.slug, service, { ...stored, document: stored.document as FormulaDocument }),
  );
  const { document, keeping } = useSyncExternalStore(keeper.subscribe, keeper.snapshot);
  const [chosen, choose] = useState<string | null>(null);
  const readOnly = kitchen.role === 'viewer' || stored.thrown_out;

  useEffect(() => keeper.met({ ...stored, document: stored.document as FormulaDocument }), [keeper, stored]);
  useEffect(() => {
    keeper.news(newest(kitchen.slug, 'service', service));
    return onNews((where, { changes }) => {
      if (where !== kitchen.slug) return;
      for (const { what, item, mark } of changes)
        if (what === 'service' && item === service) keeper.news(mark);
    });
  }, [keeper, kitchen.slug, service]);
  useUndoKeys(readOnly ? null : keeper);

  const opened: OpenedService = {
    kitchen: kitchen.slug,
    service,
    document,
    plan: stored.plan,
    fresh: keeping.state === 'kept' && keeper.revision === stored.revision,
    searched: stored.searched,
    revision: stored.revision,
    changed: stored.changed,
    trail: stored.trail,
    pantry,
    keeping,
    keeper,
    readOnly,
    chosen,
    choose,
  };
  const title = text(document.title) || day.untitled;
  return (
    <ServiceContext value={opened}>
      <ServiceHead />
      <Main
        title={title}
        className="flex grow flex-col gap-3 p-3 lg:grid lg:h-[calc(100dvh-3.1rem)] lg:grid-cols-[21rem_minmax(0,1fr)] lg:overflow-hidden"
      >
        <div className="contents lg:block lg:space-y-3 lg:overflow-y-auto lg:pr-1">
          <h1 className="sr-only">{title}</h1>
          {stored.thrown_out && (
            <p className="rounded-control bg-warn-soft p-2 text-warn">
              {day.bin}{' '}
              {kitchen.role !== 'viewer' && (
                <LinkButton
                  onClick={async () => {
                    await throwServiceOut(kitchen.slug, service, false);
                    await queries.invalidateQueries(serviceQuery(kitchen.slug, service));
                  }}
                >
                  {day.names.bringBack}
                </LinkButton>
              )}
            </p>
          )}
          <Stands />
          <StepPanel />
          <Setup />
        </div>
        <Docket />
      </Main>
      <Conflict />
    </ServiceContext>
  );
}
