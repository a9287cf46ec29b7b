import { useSuspenseQuery } from '@tanstack/react-query';
import { Link, useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import { api, sessionQuery, taken } from '@/api';
import { enteredAs, type LinkLook, type Session } from '@/api/people';
import { Button, SendForm, Trouble, useSending } from '@/ui';
import { fill } from '@/words';
import { people } from '@/words/people';
import { NEWCOMER, NewcomerFields, NOBODY } from './NewcomerFields';

/** Coming into a kitchen by an invitation: as who one is already, or as somebody new. */
export function Invited({ link, token }: { link: LinkLook; token: string }) {
  const { person } = useSuspenseQuery(sessionQuery).data;
  const [newcomer, setNewcomer] = useState(NOBODY);
  const sending = useSending(...NEWCOMER);
  const navigate = useNavigate();
  const role = link.role ?? 'viewer';

  async function come(asked: () => Promise<Session>) {
    if (await sending.send(async () => enteredAs(await asked()))) await navigate({ to: '/' });
  }
  const joinAsNew = () => come(() => taken(api.POST('/api/links/join', { body: { token, ...newcomer } })));

  return (
    <>
      <p className="mt-2 text-quiet">
        {fill(people.doors.asRole, { role: people.roles[role], may: people.may[role] })}
      </p>
      {person ? (
        <>
          <p className="mt-4">{fill(people.doors.known, { person: person.name })}</p>
          <Trouble words={sending.problem?.detail} />
          <Button
            className="mt-3 w-full"
            disabled={sending.busy}
            onClick={() => void come(() => taken(api.POST('/api/links/join-as-known', { body: { token } })))}
          >
            {fill(people.names.joinAs, { person: person.initials || person.name })}
          </Button>
        </>
      ) : (
        <SendForm sending={sending} submit={people.names.join} onSend={() => void joinAsNew()} wide>
          <p className="mt-4">{people.doors.newHere}</p>
          <NewcomerFields newcomer={newcomer} sending={sending} onType={setNewcomer} />
          <p className="mt-4 text-sm text-quiet">
            {people.doors.hereAlready}{' '}
            <Link to="/sign-in" className="inline-flex min-h-6 items-center text-kelp underline">
              {people.names.toSignIn}
            </Link>
          </p>
        </SendForm>
      )}
    </>
  );
}
