import { useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import { api, taken } from '@/api';
import { enteredAs } from '@/api/people';
import { Field, SendForm, useSending } from '@/ui';
import { people } from '@/words/people';
import { Door } from './Door';
import { NEWCOMER, NewcomerFields, NOBODY } from './NewcomerFields';
import { zoneHere } from './NewKitchen';

/** The first owner and their kitchen, while there is nobody: by the code that the server said at its start. */
export function FirstScreen() {
  const [code, setCode] = useState('');
  const [kitchen, setKitchen] = useState('');
  const [newcomer, setNewcomer] = useState(NOBODY);
  const sending = useSending('/code', '/kitchen', ...NEWCOMER);
  const navigate = useNavigate();

  async function begin() {
    const body = { ...newcomer, code, kitchen, time_zone: zoneHere() };
    const begun = await sending.send(async () => enteredAs(await taken(api.POST('/api/first', { body }))));
    if (begun) await navigate({ to: '/' });
  }

  return (
    <Door title={people.doors.first}>
      <SendForm sending={sending} submit={people.names.beginKitchen} onSend={() => void begin()} wide>
        <h1 className="text-2xl">{people.doors.first}</h1>
        <p className="mt-1 text-quiet">{people.doors.firstSays}</p>
        <Field
          id="first-code"
          label={people.names.firstCode}
          className="w-40"
          value={code}
          onType={setCode}
          hint={people.doors.codeSays}
          fault={sending.faultOf('/code')}
        />
        <Field
          id="kitchen-name"
          label={people.names.kitchenName}
          value={kitchen}
          onType={setKitchen}
          fault={sending.faultOf('/kitchen')}
        />
        <NewcomerFields newcomer={newcomer} sending={sending} onType={setNewcomer} />
      </SendForm>
    </Door>
  );
}
