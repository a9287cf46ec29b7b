import { useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import { api, taken } from '@/api';
import { enteredAs, type OwnKitchen, ownChanged } from '@/api/people';
import { AskFirst, Button, Field, Plate, SendForm, useSending } from '@/ui';
import { fill } from '@/words';
import { people } from '@/words/people';

/** The code by which one is at the kitchen's tablet, and making this browser one. */
export function Tablet({ kitchen, hasCode }: { kitchen: OwnKitchen; hasCode: boolean }) {
  const [code, setCode] = useState('');
  const [done, setDone] = useState(false);
  const [asking, setAsking] = useState(false);
  const keeping = useSending('/code');
  const sharing = useSending();
  const navigate = useNavigate();

  async function keep() {
    const kept = await keeping.send(() => taken(api.PUT('/api/account/tablet-code', { body: { code } })));
    setDone(kept);
    if (!kept) return;
    setCode('');
    await ownChanged();
  }

  async function share() {
    const body = { kitchen: kitchen.slug };
    const shared = await sharing.send(async () =>
      enteredAs(await taken(api.PUT('/api/session/tablet', { body }))),
    );
    if (shared) await navigate({ to: '/$kitchen', params: { kitchen: kitchen.slug } });
  }

  return (
    <Plate title={people.you.tablet} part="tablet">
      <p className="mt-1 text-sm text-quiet">{people.you.tabletSays}</p>
      <SendForm
        sending={keeping}
        submit={people.names.keepCode}
        onSend={() => void keep()}
        done={done && people.you.codeKept}
        beside={
          <Button look="plain" onClick={() => setAsking(true)}>
            {people.names.shareBrowser}
          </Button>
        }
      >
        <Field
          id="tablet-code"
          label={people.names.tabletCode}
          type="password"
          inputMode="numeric"
          autoComplete="off"
          className="w-40"
          value={code}
          onType={setCode}
          hint={hasCode ? people.you.hasCode : people.you.noCode}
          fault={keeping.faultOf('/code')}
        />
      </SendForm>
      <AskFirst
        title={asking ? people.names.shareHere : undefined}
        says={fill(people.you.share, { kitchen: kitchen.name })}
        sending={sharing}
        onDo={() => void share()}
        onClose={() => setAsking(false)}
      />
    </Plate>
  );
}
