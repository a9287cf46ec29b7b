import { type FormEvent, useState } from 'react';
import { api, taken } from '@/api';
import { ownChanged } from '@/api/people';
import { Button, Field, Plate, Trouble, useSending } from '@/ui';
import { people } from '@/words/people';
import { Offered } from './Offered';

/** Whether one signs in by a code of one's device too; setting that up, and giving it up, by the password. */
export function SecondFactor({ on, username }: { on: boolean; username: string }) {
  const [password, setPassword] = useState('');
  const [offered, setOffered] = useState<{ secret: string; picture: string } | null>(null);
  const sending = useSending();

  async function go(event: FormEvent) {
    event.preventDefault();
    const body = { password };
    const gone = await sending.send(async () => {
      if (on) await taken(api.POST('/api/account/second-factor/off', { body }));
      else setOffered(await taken(api.POST('/api/account/second-factor', { body })));
      await ownChanged();
    });
    if (gone) setPassword('');
  }

  return (
    <Plate title={people.you.factor} part="second-factor">
      <p className="mt-1 text-sm text-quiet">{on ? people.you.factorOn : people.you.factorOff}</p>
      {offered ? (
        <Offered offered={offered} onEnd={() => setOffered(null)} />
      ) : (
        <form onSubmit={go}>
          <input type="text" autoComplete="username" value={username} readOnly hidden />
          <Field
            id="factor-password"
            label={people.names.confirmPassword}
            type="password"
            autoComplete="current-password"
            value={password}
            onType={setPassword}
            fault={sending.faultOf('/password')}
          />
          <Trouble words={sending.fault} />
          <Button type="submit" look={on ? 'plain' : 'action'} className="mt-3" disabled={sending.busy}>
            {on ? people.names.dropFactor : people.names.setUpFactor}
          </Button>
        </form>
      )}
    </Plate>
  );
}
