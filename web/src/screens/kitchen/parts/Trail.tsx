import { useInfiniteQuery } from '@tanstack/react-query';
import { type OwnKitchen, trailPage } from '@/api/people';
import { Button, Plate, Trouble } from '@/ui';
import { locale } from '@/words';
import { people } from '@/words/people';

/** What was done in the kitchen, when and by whom, in the kitchen's own time; and all of it as a table. */
export function Trail({ kitchen }: { kitchen: OwnKitchen }) {
  const asked = useInfiniteQuery({
    queryKey: ['trail', kitchen.slug],
    queryFn: ({ pageParam }) => trailPage(kitchen.slug, pageParam),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.before,
    gcTime: 0,
  });
  const time = new Intl.DateTimeFormat(locale, {
    dateStyle: 'medium',
    timeStyle: 'short',
    timeZone: kitchen.settings.time_zone,
  });
  const entries = asked.data?.pages.flatMap((page) => page.entries) ?? [];
  return (
    <Plate title={people.names.trail} part="trail">
      <p className="mt-1 flex flex-wrap items-center justify-between gap-3 text-sm text-quiet">
        {people.kitchen.trailSays}
        <a
          className="inline-flex min-h-6 items-center text-kelp underline underline-offset-2"
          href={`/api/kitchens/${kitchen.slug}/trail.csv`}
          download
        >
          {people.names.exportTrail}
        </a>
      </p>
      <Trouble words={asked.error?.message} />
      {asked.isSuccess && entries.length === 0 && <p className="mt-2">{people.kitchen.trailEmpty}</p>}
      <table className="mt-2 w-full border-collapse">
        <tbody>
          {entries.map((one) => (
            <tr key={one.id} className="border-t border-line align-top" data-deed={one.deed}>
              <td className="w-px py-1 pr-4 text-sm whitespace-nowrap text-quiet">
                {time.format(new Date(one.at))}
              </td>
              <td className="w-px py-1 pr-4 whitespace-nowrap">{one.name || people.kitchen.byItself}</td>
              <td className="py-1">
                {people.deeds[one.deed]}
                {one.about && <span className="text-quiet">: {one.about}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {asked.hasNextPage && (
        <Button
          look="plain"
          className="mt-3"
          disabled={asked.isFetching}
          onClick={() => void asked.fetchNextPage()}
        >
          {people.names.older}
        </Button>
      )}
    </Plate>
  );
}
