import { useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { runsAtQuery, type TodayItem, todayQuery } from '@/api';
import { useNow } from '@/service/useNow';
import { fill, says } from '@/words';
import { duration } from '@/words/numbers';

/** What begins so soon is to be done now [min]. */
const SOON = 5;

/** The services that are at work, or soon will be, above the formulas: each with what comes next, and when. */
export function Today({ kitchen }: { kitchen: string }) {
  const items = useQuery(todayQuery(kitchen)).data ?? [];
  const runs = useQuery({ ...runsAtQuery(kitchen), enabled: items.length > 0 }).data ?? [];
  const now = useNow() * 60_000;
  if (items.length === 0) return null;
  return (
    <section aria-label={says.today.head} className="mt-4 space-y-2" data-part="today">
      {items.map((item) => (
        <div key={item.id} className="relative" data-service={item.id}>
          <Link
            to="/$kitchen/day/$service"
            params={{ kitchen, service: String(item.id) }}
            className="block rounded-plate border-2 border-kelp bg-plate px-4 py-2 hover:shadow-md"
          >
            <Service item={item} now={now} />
          </Link>
          {runs
            .filter(({ service }) => service === item.id)
            .map(({ id }) => (
              <Link
                key={id}
                to="/$kitchen/runs/$run"
                params={{ kitchen, run: String(id) }}
                className="absolute top-2 right-2 inline-flex min-h-11 items-center rounded-control bg-kelp px-4 font-semibold text-on-kelp"
              >
                {says.today.goOn}
              </Link>
            ))}
        </div>
      ))}
    </section>
  );
}

function Service({ item, now }: { item: TodayItem; now: number }) {
  const left = item.next.filter((step) => Date.parse(step.end) > now);
  const step = left[0];
  const minutes = step ? Math.round((Date.parse(step.start) - now) / 60_000) : 0;
  return (
    <>
      <h2 className="text-lg">
        {item.title || says.today.service}
        <span className="ml-2 font-sans text-base font-normal text-quiet">
          {item.courses
            .map(({ course, covers, first }) =>
              fill(says.today.served, { covers, course, at: first.slice(11, 16) }),
            )
            .join(', ')}
        </span>
      </h2>
      {step && (
        <p data-part="next">
          <strong className="mr-2 text-xl">{step.start.slice(11, 16)}</strong>
          <span className="mr-2 font-semibold">{step.people.join(', ')}</span>
          {step.text}
          <span className="ml-2 text-quiet">
            {minutes <= 0
              ? says.today.now
              : minutes <= SOON
                ? says.today.soon
                : fill(says.today.in, { time: duration(minutes) })}
          </span>
        </p>
      )}
      {left.slice(1, 3).map((one) => (
        <p key={one.start + one.text} className="text-sm text-quiet">
          {one.start.slice(11, 16)} {one.people.join(', ')} {one.text}
        </p>
      ))}
    </>
  );
}
