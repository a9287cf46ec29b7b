import { type FormEvent, useState } from 'react';
import { api, taken } from '@/api';
import { type Account, enteredAs, ownChanged } from '@/api/people';
import { Button, Done, Field, Plate, Trouble, useSending } from '@/ui';
import { people } from '@/words/people';

/** What others read of one: a name, and the initials that stand beside what one does. */
export function NameForm({ account }: { account: Account }) {
  const [name, setName] = useState(account.name);
  const [initials, setInitials] = useState(account.initials);
  const [done, setDone] = useState(false);
  const sending = useSending();

  async function keep(event: FormEvent) {
    event.preventDefault();
    setDone(
      await sending.send(async () => {
        enteredAs(await taken(api.PUT('/api/account/name', { body: { name, initials } })));
        await ownChanged();
      }),
    );
  }

  return (
    <Plate title={people.you.name} part="name">
      <form onSubmit={keep}>
        <Field
          id="own-name"
          label={people.names.yourName}
          value={name}
          onType={setName}
          fault={sending.faultOf('/name')}
        />
        <Field
          id="own-initials"
          label={people.names.initials}
          className="w-24"
          value={initials}
          onType={setInitials}
          hint={people.you.initialsSay}
          fault={sending.faultOf('/initials')}
        />
        <Trouble words={sending.fault} />
        <Button type="submit" className="mt-3" disabled={sending.busy}>
          {people.names.keep}
        </Button>
        <Done words={done && people.you.kept} />
      </form>
    </Plate>
  );
}
