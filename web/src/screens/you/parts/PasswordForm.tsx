import { useState } from 'react';
import { api, taken } from '@/api';
import { ownChanged } from '@/api/people';
import { Password, Plate, SendForm, useSending, WhosePassword } from '@/ui';
import { people } from '@/words/people';

const NOTHING = { old: '', password: '' };

/** Another password; it signs one out everywhere else. */
export function PasswordForm({ username }: { username: string }) {
  const [body, setBody] = useState(NOTHING);
  const [done, setDone] = useState(false);
  const sending = useSending('/old', '/password');

  async function change() {
    const changed = await sending.send(() => taken(api.PUT('/api/account/password', { body })));
    setDone(changed);
    if (!changed) return;
    setBody(NOTHING);
    await ownChanged();
  }

  return (
    <Plate title={people.you.password} part="password">
      <SendForm
        sending={sending}
        submit={people.names.changePassword}
        onSend={() => void change()}
        done={done && people.you.passwordChanged}
      >
        <p className="mt-1 text-sm text-quiet">{people.you.passwordSays}</p>
        <WhosePassword name={username} />
        <Password
          kind="current"
          id="old-password"
          label={people.names.oldPassword}
          value={body.old}
          onType={(old) => setBody({ ...body, old })}
          fault={sending.faultOf('/old')}
        />
        <Password
          kind="new"
          id="new-password"
          hint={people.doors.passwordSays}
          label={people.names.newPassword}
          value={body.password}
          onType={(password) => setBody({ ...body, password })}
          fault={sending.faultOf('/password')}
        />
      </SendForm>
    </Plate>
  );
}
