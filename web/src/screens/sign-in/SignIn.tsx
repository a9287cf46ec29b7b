import { useSuspenseQuery } from '@tanstack/react-query';
import { useRouter } from '@tanstack/react-router';
import { type FormEvent, useState } from 'react';
import { api, sessionQuery, taken } from '@/api';
import { enteredAs } from '@/api/people';
import { Door } from '@/screens/doors/Door';
import { Button, Field, LinkButton, useSending } from '@/ui';
import { names, says } from '@/words';
import { people } from '@/words/people';
import { Said } from '@/words/Said';
import { AtTablet } from './AtTablet';

/** The address to go on to: one of our own, never another site's. */
function onward(): string {
  const from = new URLSearchParams(window.location.search).get('from') ?? '/';
  return from.startsWith('/') && !from.startsWith('//') ? from : '/';
}

/** By name and password, and a code where there is a second factor; at a kitchen's tablet by initials first. */
export function SignIn() {
  const { tablet } = useSuspenseQuery(sessionQuery).data;
  const router = useRouter();
  const [byName, setByName] = useState(false);
  const onEntered = () => router.history.push(onward());
  return (
    <Door title={names.signIn}>
      <h1 className="text-3xl">{names.product}</h1>
      {tablet && !byName ? (
        <>
          <AtTablet tablet={tablet} onEntered={onEntered} />
          <LinkButton className="mt-4" onClick={() => setByName(true)}>
            {people.names.byName}
          </LinkButton>
        </>
      ) : (
        <ByName onEntered={onEntered} />
      )}
    </Door>
  );
}

function ByName({ onEntered }: { onEntered: () => void }) {
  const { demo } = useSuspenseQuery(sessionQuery).data;
  const [name, setName] = useState(demo?.username ?? '');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const { send, problem, busy } = useSending();
  // Once the password was right the code is asked for, and stays asked for while it is wrong.
  const factor = (problem?.body as { second_factor?: boolean } | null)?.second_factor === true || code !== '';

  async function enter(event: FormEvent) {
    event.preventDefault();
    const body = { username: name, password, code };
    if (await send(async () => enteredAs(await taken(api.POST('/api/session', { body }))))) onEntered();
  }

  return (
    <form onSubmit={enter}>
      <p className="mt-1 text-quiet">{says.app.motto}</p>
      <Field id="name" label={names.name} autoComplete="username" value={name} onType={setName} />
      <Field
        id="password"
        label={names.password}
        type="password"
        autoComplete="current-password"
        value={password}
        onType={setPassword}
      />
      {factor && (
        <Field
          id="code"
          label={people.names.secondFactor}
          inputMode="numeric"
          autoComplete="one-time-code"
          className="w-40"
          hint={people.doors.factorWanted}
          value={code}
          onType={setCode}
          autoFocus
        />
      )}
      {problem && (
        <p role="alert" className="mt-3 rounded-control bg-stop-soft p-2 text-stop">
          {problem.detail}
        </p>
      )}
      <Button type="submit" className="mt-5 w-full" disabled={busy}>
        {busy ? says.app.signingIn : names.signIn}
      </Button>
      {demo && (
        <p className="mt-4 rounded-control bg-kelp-soft p-3">
          <Said
            words={says.app.demo}
            slots={{
              name: <strong>{demo.username}</strong>,
              password: <strong>{demo.password}</strong>,
            }}
          />
        </p>
      )}
    </form>
  );
}
