import { useState } from 'react';
import { api, taken } from '@/api';
import { type MadeToken, type OwnKitchen, ownChanged, type Role } from '@/api/people';
import { Button, Choice, Field, Password, SendForm, useSending, WhosePassword } from '@/ui';
import { people } from '@/words/people';

interface Props {
  kitchens: OwnKitchen[];
  username: string;
  onMade: (token: MadeToken) => void;
  onClose: () => void;
}

const ALL = '';
const DAYS: Record<string, string> = {
  30: people.you.days30,
  90: people.you.days90,
  365: people.you.days365,
};

/** Another token: what it is for, what it lets a script do, where, for how long; by one's password. */
export function NewToken({ kitchens, username, onMade, onClose }: Props) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('viewer');
  const [kitchen, setKitchen] = useState(ALL);
  const [days, setDays] = useState('90');
  const [password, setPassword] = useState('');
  const sending = useSending('/name', '/password');

  const make = () =>
    sending.send(async () => {
      const body = { name, role, kitchen: kitchen === ALL ? null : kitchen, days: Number(days), password };
      onMade(await taken(api.POST('/api/account/tokens', { body })));
      await ownChanged();
    });

  const where = Object.fromEntries(kitchens.map((one) => [one.slug, one.name]));
  return (
    <SendForm
      sending={sending}
      submit={people.names.makeToken}
      onSend={() => void make()}
      beside={
        <Button look="quiet" onClick={onClose}>
          {people.names.noToken}
        </Button>
      }
    >
      <Field
        id="token-name"
        label={people.names.tokenName}
        value={name}
        onType={setName}
        hint={people.you.tokenNameSays}
        fault={sending.faultOf('/name')}
      />
      <div className="mt-4 flex flex-wrap items-center gap-2">
        {people.you.tokenMay}
        <Choice
          label={people.names.tokenRole}
          value={role}
          choices={people.roles}
          onPick={(picked) => setRole(picked)}
        />
        {people.you.tokenIn}
        <Choice
          label={people.names.tokenKitchen}
          value={kitchen}
          choices={{ [ALL]: people.you.allKitchens, ...where }}
          onPick={setKitchen}
        />
        {people.you.tokenFor}
        <Choice label={people.names.tokenDays} value={days} choices={DAYS} onPick={setDays} />
      </div>
      <p className="mt-1 text-sm text-quiet">{people.may[role]}</p>
      <WhosePassword name={username} />
      <Password
        kind="current"
        id="token-password"
        label={people.names.tokenPassword}
        value={password}
        onType={setPassword}
        fault={sending.faultOf('/password')}
      />
    </SendForm>
  );
}
