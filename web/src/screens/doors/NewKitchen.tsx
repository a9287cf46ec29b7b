import { useNavigate } from '@tanstack/react-router';
import { type FormEvent, useState } from 'react';
import { api, queries, sessionQuery, taken } from '@/api';
import { Button, Field, Trouble, useSending } from '@/ui';
import { people } from '@/words/people';

/** The time zone that this browser is in. */
export const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** A kitchen of one's own, by its name. */
export function NewKitchen() {
  const [name, setName] = useState('');
  const sending = useSending();
  const navigate = useNavigate();

  async function make(event: FormEvent) {
    event.preventDefault();
    await sending.send(async () => {
      const body = { name, time_zone: zoneHere() };
      const { slug } = await taken(api.POST('/api/kitchens', { body }));
      await queries.fetchQuery({ ...sessionQuery, staleTime: 0 });
      await navigate({ to: '/$kitchen', params: { kitchen: slug } });
    });
  }

  return (
    <form onSubmit={make}>
      <Field
        id="new-kitchen"
        label={people.names.newKitchen}
        value={name}
        onType={setName}
        fault={sending.faultOf('/kitchen') ?? sending.faultOf('/name')}
      />
      <Trouble words={sending.fault} />
      <Button type="submit" look="plain" className="mt-3" disabled={sending.busy}>
        {people.names.makeKitchen}
      </Button>
    </form>
  );
}
