import { useQuery } from '@tanstack/react-query';
import { api, taken } from '@/api';
import { type OwnKitchen, peopleChanged, tabletsQuery } from '@/api/people';
import { LinkButton, Plate, Trouble, useSending } from '@/ui';
import { fill } from '@/words';
import { since } from '@/words/numbers';
import { people } from '@/words/people';

/** The browsers that the kitchen shares; a lost one is signed out from here. */
export function Tablets({ kitchen }: { kitchen: OwnKitchen }) {
  const asked = useQuery(tabletsQuery(kitchen.slug));
  const sending = useSending();
  const end = (handle: string) =>
    sending.send(async () => {
      await taken(
        api.DELETE('/api/kitchens/{kitchen}/tablets/{handle}', {
          params: { path: { kitchen: kitchen.slug, handle } },
        }),
      );
      await peopleChanged(kitchen.slug);
    });
  return (
    <Plate title={people.kitchen.tablets} part="tablets">
      <Trouble words={asked.error?.message ?? sending.problem?.detail} />
      {asked.data?.length === 0 && <p className="mt-2 text-sm text-quiet">{people.kitchen.noTablet}</p>}
      <ul className="mt-2 divide-y divide-line">
        {asked.data?.map((one) => {
          const device = one.device || people.you.unknown;
          return (
            <li key={one.handle} className="flex items-center gap-2 py-1">
              <span className="grow">
                <strong>{device}</strong>
                {one.at && ` · ${fill(people.kitchen.at, { person: one.at })}`}
                <span className="block text-sm text-quiet">
                  {fill(people.kitchen.tablet, {
                    person: one.opened_by,
                    when: since(new Date(one.seen_at)),
                  })}
                </span>
              </span>
              <LinkButton
                aria-label={fill(people.names.signTabletOut, { device })}
                onClick={() => void end(one.handle)}
              >
                {people.names.signOutThere}
              </LinkButton>
            </li>
          );
        })}
      </ul>
    </Plate>
  );
}
