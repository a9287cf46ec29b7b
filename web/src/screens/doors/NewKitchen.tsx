import { useNavigate } from '@tanstack/react-router';
import { api, queries, sessionQuery, taken } from '@/api';
import { Field, SendForm, useSending, useTyped } from '@/ui';
import { people } from '@/words/people';

/** The time zone that this browser is in. */
export const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** A kitchen of one's own, by its name. */
export function NewKitchen() {
  const [name, setName] = useTyped('kitchen', '');
  const sending = useSending('/kitchen', '/name');
  const navigate = useNavigate();

  const make = () =>
    sending.send(async () => {
      const body = { name, time_zone: zoneHere() };
      const { slug } = await taken(api.POST('/api/kitchens', { body }));
      setName('');
      await queries.fetchQuery({ ...sessionQuery, staleTime: 0 });
      await navigate({ to: '/$kitchen', params: { kitchen: slug } });
    });

  return (
    <SendForm sending={sending} submit={people.names.makeKitchen} look="plain" onSend={() => void make()}>
      <Field
        id="new-kitchen"
        label={people.names.newKitchen}
        value={name}
        onType={setName}
        fault={sending.faultOf('/kitchen') ?? sending.faultOf('/name')}
      />
    </SendForm>
  );
}
