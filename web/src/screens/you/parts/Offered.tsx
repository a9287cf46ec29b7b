import { useState } from 'react';
import { api, taken } from '@/api';
import { type OfferedFactor, ownChanged } from '@/api/people';
import { Button, Field, SendForm, useSending } from '@/ui';
import { people } from '@/words/people';

interface Props {
  offered: OfferedFactor;
  onEnd: () => void;
}

/** The secret for one's device; once it has shown a code, those for its loss, which are told once. */
export function Offered({ offered, onEnd }: Props) {
  const [code, setCode] = useState('');
  const [recovery, setRecovery] = useState<string[] | null>(null);
  const sending = useSending('/code');

  const confirm = () =>
    sending.send(async () => {
      const { codes } = await taken(api.PUT('/api/account/second-factor', { body: { code } }));
      setRecovery(codes);
    });

  async function end() {
    await ownChanged();
    onEnd();
  }

  if (recovery)
    return (
      <div role="status">
        <p className="mt-3">{people.you.recovery}</p>
        <ul
          className="mt-2 grid grid-cols-2 gap-1 rounded-control bg-sunk p-3 font-mono"
          data-part="recovery"
        >
          {recovery.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        <Button className="mt-3" onClick={() => void end()}>
          {people.names.noted}
        </Button>
      </div>
    );
  return (
    <SendForm sending={sending} submit={people.names.takeFactor} onSend={() => void confirm()}>
      <p className="mt-2">{people.you.scan}</p>
      <img
        src={offered.picture}
        alt={people.you.picture}
        width={164}
        height={164}
        className="mt-2 rounded-control"
      />
      <p className="mt-2 font-mono text-sm break-all select-all" data-part="secret">
        {offered.secret}
      </p>
      <a className="inline-flex min-h-6 items-center text-kelp underline" href={offered.address}>
        {people.names.openFactor}
      </a>
      <Field
        id="factor-code"
        label={people.names.factorCode}
        className="w-40"
        inputMode="numeric"
        autoComplete="one-time-code"
        value={code}
        onType={setCode}
        fault={sending.faultOf('/code')}
      />
    </SendForm>
  );
}
