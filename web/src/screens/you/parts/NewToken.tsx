import { useState } from 'react';
import { api, taken } from '@/api';
import { type MadeToken, type OwnKitchen, ownChanged, type Role } from '@/api/people';
import { Button, Choice, Field, Password, SendForm, useSending, useTyped, WhosePassword } from '@/ui';
import { people } from '@/words/people';

interface Props {
  kitchens: OwnKitchen[];
  username: string;
  onMade: (token: MadeToken) => void;
  onClose: () => void;
}

const ALL = '';
const NOTHING: { name: string; role: Role; kitchen: string; days: string } = {
  name: '',
  role: 'viewer',
  kitchen: ALL,
  days: '90',
};
const DAYS: Record<string, string> = {
  30: people.you.days30,
  90: people.you.days90,
  365: people.you.days365,
};

/** Another token: what it is for, what it lets a script do, where, for how long; by one's password. */
export function NewToken({ kitchens, username, onMade, onClose }: Props) {
  const [typed, type] = useTyped('token', NOTHING);
  const [password, setPassword] = useState('');
  const sending = useSending('/name', '/password');

  const make = () =>
    sending.send(async () => {
      const kitchen = typed.kitchen === ALL ? null : typed.kitchen;
      const body = { ...typed, kitchen, days: Number(typed.days), password };
      const made = await taken(api.POST('/api/account/tokens', { body }));
      type(NOTHING);
      onMade(made);
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
        value={typed.name}
        onType={(name) => type({ ...typed, name })}
        hint={people.you.tokenNameSays}
        fault={sending.faultOf('/name')}
      />
      <div className="mt-4 flex flex-wrap items-center gap-2">
        {people.you.tokenMay}
        <Choice
          label={people.names.tokenRole}
          value={typed.role}
          choices={people.roles}
          onPick={(role) => type({ ...typed, role })}
        />
        {people.you.tokenIn}
        <Choice
          label={people.names.tokenKitchen}
          value={typed.kitchen}
          choices={{ [ALL]: people.you.allKitchens, ...where }}
          onPick={(kitchen) => type({ ...typed, kitchen })}
        />
        {people.you.tokenFor}
        <Choice
          label={people.names.tokenDays}
          value={typed.days}
          choices={DAYS}
          onPick={(days) => type({ ...typed, days })}
        />
      </div>
      <p className="mt-1 text-sm text-quiet">{people.may[typed.role]}</p>
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
