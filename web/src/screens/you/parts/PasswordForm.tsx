import { type FormEvent, useState } from 'react';
import { api, taken } from '@/api';
import { ownChanged } from '@/api/people';
import { Button, Done, Field, Plate, Trouble, useSending } from '@/ui';
import { people } from '@/words/people';

/** Another password; it signs one out everywhere else. */
export function PasswordForm({ username }: { username: string }) {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const sending = useSending();

  async function change(event: FormEvent) {
    event.preventDefault();
    const changed = await sending.send(() =>
      taken(api.PUT('/api/account/password', { body: { old, password } })),
    );
    setDone(changed);
    if (!changed) return;
    setOld('');
    setPassword('');
    await ownChanged();
  }

  return (
    <Plate title={people.you.password} part="password">
      <form onSubmit={change}>
        <p className="mt-1 text-sm text-quiet">{people.you.passwordSays}</p>
        {/* What keeps passwords wants to know whose it is. */}
        <input type="text" autoComplete="username" value={username} readOnly hidden />
        <Field
          id="old-password"
          label={people.names.oldPassword}
          type="password"
          autoComplete="current-password"
          value={old}
          onType={setOld}
          fault={sending.faultOf('/old')}
        />
        <Field
          id="new-password"
          label={people.names.newPassword}
          type="password"
          autoComplete="new-password"
          value={password}
          onType={setPassword}
          hint={people.doors.passwordSays}
          fault={sending.faultOf('/password')}
        />
        <Trouble words={sending.fault} />
        <Button type="submit" className="mt-3" disabled={sending.busy}>
          {people.names.changePassword}
        </Button>
        <Done words={done && people.you.passwordChanged} />
      </form>
    </Plate>
  );
}
