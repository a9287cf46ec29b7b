import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, taken } from '@/api';
import { type MadeToken, type OwnKitchen, ownChanged, ownTokensQuery } from '@/api/people';
import { ShownOnce } from '@/screens/doors/ShownOnce';
import { Button, LinkButton, Plate, Trouble, useSending } from '@/ui';
import { fill, named } from '@/words';
import { since } from '@/words/numbers';
import { people } from '@/words/people';
import { NewToken } from './NewToken';

/** What one's scripts come in by: each token with what it lets them do, where and until when; made and revoked. */
export function Tokens({ kitchens, username }: { kitchens: OwnKitchen[]; username: string }) {
  const asked = useQuery(ownTokensQuery);
  const [making, setMaking] = useState(false);
  const [made, setMade] = useState<MadeToken | null>(null);
  const sending = useSending();
  const called = (slug: string | null) =>
    slug === null ? people.you.allKitchens : (kitchens.find((one) => one.slug === slug)?.name ?? slug);

  const revoke = (handle: string) =>
    sending.send(async () => {
      await taken(api.DELETE('/api/account/tokens/{handle}', { params: { path: { handle } } }));
      setMade(null);
      await ownChanged();
    });

  return (
    <Plate title={people.you.tokens} part="tokens">
      <p className="mt-1 text-sm text-quiet">{people.you.tokensSay}</p>
      <Trouble words={asked.error?.message ?? sending.problem?.detail} />
      <ul className="mt-2 divide-y divide-line">
        {asked.data?.map((one) => (
          <li key={one.handle} className="flex flex-wrap items-center gap-x-3 py-1.5">
            <span className="grow">
              <strong>{one.name}</strong>{' '}
              <span className="text-quiet">
                {fill(people.you.as, { role: named(people.roles, one.role) })} · {called(one.kitchen)}
              </span>
              <span className="block text-sm text-quiet">
                {fill(one.seen_at ? people.you.tokenSeen : people.you.tokenUnseen, {
                  when: since(new Date(one.seen_at ?? one.made_at)),
                  until: since(new Date(one.ends_at)),
                })}
              </span>
            </span>
            <LinkButton
              aria-label={fill(people.names.revokeThis, { name: one.name })}
              disabled={sending.busy}
              onClick={() => void revoke(one.handle)}
            >
              {people.names.revoke}
            </LinkButton>
          </li>
        ))}
      </ul>
      {made && (
        <ShownOnce
          part="token"
          words={people.you.tokenSays}
          label={people.names.token}
          value={made.secret}
          copy={people.names.copyToken}
          onDone={() => setMade(null)}
        />
      )}
      {making ? (
        <NewToken
          kitchens={kitchens}
          username={username}
          onMade={(token) => {
            setMaking(false);
            setMade(token);
          }}
          onClose={() => setMaking(false)}
        />
      ) : (
        <Button look="plain" className="mt-3" onClick={() => setMaking(true)}>
          {people.names.newToken}
        </Button>
      )}
    </Plate>
  );
}
