import { useState } from 'react';
import { api, taken } from '@/api';
import { type Account, enteredAs, ownChanged } from '@/api/people';
import { Field, Plate, SendForm, useSending, useTyped } from '@/ui';
import { people } from '@/words/people';

/** What others read of one: a name, and the initials that stand beside what one does. */
export function NameForm({ account }: { account: Account }) {
  const [typed, type] = useTyped<{ name?: string; initials?: string }>('name', {});
  const [done, setDone] = useState(false);
  const sending = useSending('/name', '/initials');
  const body = { name: account.name, initials: account.initials, ...typed };

  async function keep() {
    const kept = await sending.send(async () => {
      enteredAs(await taken(api.PUT('/api/account/name', { body })));
      await ownChanged();
    });
    setDone(kept);
    if (kept) type({});
  }

  return (
    <Plate title={people.you.name} part="name">
      <SendForm
        sending={sending}
        submit={people.names.keep}
        onSend={() => void keep()}
        done={done && people.you.kept}
      >
        <Field
          id="own-name"
          label={people.names.yourName}
          value={body.name}
          onType={(name) => type({ ...typed, name })}
          fault={sending.faultOf('/name')}
        />
        <Field
          id="own-initials"
          label={people.names.initials}
          className="w-24"
          value={body.initials}
          onType={(initials) => type({ ...typed, initials })}
          hint={people.you.initialsSay}
          fault={sending.faultOf('/initials')}
        />
      </SendForm>
    </Plate>
  );
}
