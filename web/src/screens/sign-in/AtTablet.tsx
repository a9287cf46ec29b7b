import { type FormEvent, useState } from 'react';
import { api, taken } from '@/api';
import { enteredAs, type Session } from '@/api/people';
import { Button, Field, Trouble, useSending } from '@/ui';
import { fill } from '@/words';
import { people } from '@/words/people';

interface Props {
  tablet: NonNullable<Session['tablet']>;
  onEntered: () => void;
}

/** Who is at the kitchen's tablet: one's initials, large enough for a wet thumb, and a few digits. */
export function AtTablet({ tablet, onEntered }: Props) {
  const [who, setWho] = useState<number | null>(null);
  const [code, setCode] = useState('');
  const sending = useSending('/code');

  async function come(event: FormEvent) {
    event.preventDefault();
    if (who === null) return;
    const body = { person: who, code };
    const came = await sending.send(async () => enteredAs(await taken(api.PUT('/api/session/at', { body }))));
    setCode('');
    if (came) onEntered();
  }

  const asked = fill(people.doors.who, { kitchen: tablet.name });
  return (
    <form onSubmit={come}>
      <h2 className="mt-1 text-lg">{asked}</h2>
      {tablet.people.length === 0 && <p className="mt-2 text-quiet">{people.doors.nobodyYet}</p>}
      <fieldset className="mt-3 grid grid-cols-3 gap-2">
        <legend className="sr-only">{asked}</legend>
        {tablet.people.map((one) => (
          <button
            key={one.id}
            type="button"
            aria-pressed={who === one.id}
            onClick={() => setWho(one.id)}
            className="flex min-h-16 flex-col items-center justify-center rounded-control border border-edge px-1 aria-pressed:border-3 aria-pressed:border-kelp aria-pressed:bg-kelp-soft"
          >
            <strong className="text-xl">{one.initials || one.name.slice(0, 2)}</strong>
            <span className="max-w-full truncate text-sm text-quiet">{one.name}</span>
          </button>
        ))}
      </fieldset>
      {who !== null && (
        <>
          <Field
            key={who}
            id="tablet-code"
            label={people.names.digits}
            type="password"
            inputMode="numeric"
            autoComplete="off"
            className="h-12! w-full text-xl"
            value={code}
            onType={setCode}
            fault={sending.faultOf('/code')}
            autoFocus
          />
          <Trouble words={sending.fault} />
          <Button type="submit" className="mt-3 min-h-12! w-full" disabled={sending.busy}>
            {people.names.come}
          </Button>
        </>
      )}
    </form>
  );
}
