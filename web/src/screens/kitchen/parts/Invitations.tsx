import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, taken } from '@/api';
import { type GivenLink, invitationsQuery, type OwnKitchen, peopleChanged, type Role } from '@/api/people';
import { Button, Choice, LinkButton, Plate, Trouble, useSending } from '@/ui';
import { fill } from '@/words';
import { since } from '@/words/numbers';
import { people } from '@/words/people';
import { LinkShown } from './LinkShown';

/** Inviting somebody by a link, and the invitations that nobody has used yet. */
export function Invitations({ kitchen }: { kitchen: OwnKitchen }) {
  const asked = useQuery(invitationsQuery(kitchen.slug));
  const [role, setRole] = useState<Role>('cook');
  const [link, setLink] = useState<GivenLink | null>(null);
  const sending = useSending();
  const path = { kitchen: kitchen.slug };

  const invite = () =>
    sending.send(async () => {
      setLink(
        await taken(api.POST('/api/kitchens/{kitchen}/invitations', { params: { path }, body: { role } })),
      );
      await peopleChanged(kitchen.slug);
    });
  const takeBack = (number: number) =>
    sending.send(async () => {
      await taken(
        api.DELETE('/api/kitchens/{kitchen}/invitations/{number}', { params: { path: { ...path, number } } }),
      );
      setLink(null);
      await peopleChanged(kitchen.slug);
    });

  return (
    <Plate title={people.kitchen.invitations} part="invitations">
      <p className="mt-2 flex flex-wrap items-center gap-2">
        {people.names.inviteAs}
        <Choice
          label={people.names.inviteAs}
          value={role}
          choices={people.roles}
          onPick={(picked) => setRole(picked)}
        />
        <Button disabled={sending.busy} onClick={() => void invite()}>
          {people.names.invite}
        </Button>
      </p>
      <Trouble words={asked.error?.message ?? sending.problem?.detail} />
      {link && <LinkShown link={link} onDone={() => setLink(null)} />}
      {asked.data?.length === 0 && <p className="mt-2 text-sm text-quiet">{people.kitchen.noInvitation}</p>}
      <ul className="mt-2 divide-y divide-line">
        {asked.data?.map((one) => (
          <li key={one.id} className="flex items-center gap-2 py-1 text-sm">
            <span className="grow">
              {fill(people.kitchen.invited, {
                role: people.roles[one.role],
                person: one.made_by,
                until: since(new Date(one.ends_at)),
              })}
            </span>
            <LinkButton
              aria-label={fill(people.names.takeBackThis, { role: people.roles[one.role] })}
              onClick={() => void takeBack(one.id)}
            >
              {people.names.takeBack}
            </LinkButton>
          </li>
        ))}
      </ul>
    </Plate>
  );
}
