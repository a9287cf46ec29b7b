import { useQuery } from '@tanstack/react-query';
import { useNavigate } from '@tanstack/react-router';
import { api, taken } from '@/api';
import { enteredAs, ownChanged, ownSessionsQuery } from '@/api/people';
import { Button, LinkButton, Plate, Trouble, useSending } from '@/ui';
import { fill } from '@/words';
import { since } from '@/words/numbers';
import { people } from '@/words/people';

/** The browsers that one is signed in on; each can be signed out from here, at once. */
export function Sessions() {
  const asked = useQuery(ownSessionsQuery);
  const sending = useSending();
  const navigate = useNavigate();

  const end = (handle: string) =>
    sending.send(async () => {
      await taken(api.DELETE('/api/account/sessions/{handle}', { params: { path: { handle } } }));
      await ownChanged();
    });

  async function endAll() {
    const ended = await sending.send(async () => enteredAs(await taken(api.DELETE('/api/account/sessions'))));
    if (ended) await navigate({ to: '/sign-in' });
  }

  return (
    <Plate title={people.you.sessions} part="sessions">
      <Trouble words={asked.error?.message ?? sending.problem?.detail} />
      <ul className="mt-2 max-h-72 divide-y divide-line overflow-auto">
        {asked.data?.map((one) => {
          const device = one.device || people.you.unknown;
          return (
            <li key={one.handle} className="flex flex-wrap items-center gap-x-3 py-1.5">
              <span className="grow">
                <strong>{device}</strong>
                {one.here && ` · ${people.you.here}`}
                {one.tablet_of && ` · ${fill(people.you.tabletOf, { kitchen: one.tablet_of })}`}
                <span className="block text-sm text-quiet">
                  {fill(people.you.seen, {
                    when: since(new Date(one.seen_at)),
                    since: since(new Date(one.started_at)),
                  })}
                </span>
              </span>
              {!one.here && (
                <LinkButton
                  aria-label={fill(people.names.endSession, { device })}
                  disabled={sending.busy}
                  onClick={() => void end(one.handle)}
                >
                  {people.names.signOutThere}
                </LinkButton>
              )}
            </li>
          );
        })}
      </ul>
      <Button look="plain" className="mt-3" disabled={sending.busy} onClick={() => void endAll()}>
        {people.names.everywhere}
      </Button>
    </Plate>
  );
}
