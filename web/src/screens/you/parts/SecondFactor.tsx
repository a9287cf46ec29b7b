import { useState } from 'react';
import { api, taken } from '@/api';
import { type OfferedFactor, ownChanged } from '@/api/people';
import { Password, Plate, SendForm, useSending, WhosePassword } from '@/ui';
import { people } from '@/words/people';
import { Offered } from './Offered';

/** Whether one signs in by a code of one's device too; setting that up, and giving it up, by the password. */
export function SecondFactor({ on, username }: { on: boolean; username: string }) {
  const [password, setPassword] = useState('');
  const [offered, setOffered] = useState<OfferedFactor | null>(null);
  const sending = useSending('/password');

  async function go() {
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
        <SendForm
          sending={sending}
          submit={on ? people.names.dropFactor : people.names.setUpFactor}
          look={on ? 'plain' : 'action'}
          onSend={() => void go()}
        >
          <WhosePassword name={username} />
          <Password
            kind="current"
            id="factor-password"
            label={people.names.confirmPassword}
            value={password}
            onType={setPassword}
            fault={sending.faultOf('/password')}
          />
        </SendForm>
      )}
    </Plate>
  );
}
