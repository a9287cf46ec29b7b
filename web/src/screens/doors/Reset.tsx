import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { api, queries, sessionQuery, taken } from '@/api';
import { Password, SendForm, useSending } from '@/ui';
import { people } from '@/words/people';

/** Choosing a new password by a link that an owner made. */
export function Reset({ token }: { token: string }) {
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const sending = useSending('/password');

  async function reset() {
    setDone(
      await sending.send(async () => {
        await taken(api.POST('/api/links/reset', { body: { token, password } }));
        await queries.invalidateQueries(sessionQuery);
      }),
    );
  }

  if (done)
    return (
      <p role="status" className="mt-3">
        {people.doors.resetDone}{' '}
        <Link to="/sign-in" className="inline-flex min-h-6 items-center text-kelp underline">
          {people.names.toSignIn}
        </Link>
      </p>
    );
  return (
    <SendForm sending={sending} submit={people.names.resetPassword} onSend={() => void reset()} wide>
      <p className="mt-2 text-quiet">{people.doors.resetSays}</p>
      <Password
        kind="new"
        id="reset-password"
        label={people.names.newPassword}
        value={password}
        onType={setPassword}
        hint={people.doors.passwordSays}
        fault={sending.faultOf('/password')}
      />
    </SendForm>
  );
}
