import { useNavigate } from '@tanstack/react-router';
import { api, taken } from '@/api';
import { enteredAs } from '@/api/people';
import { Button, Trouble, useSending } from '@/ui';
import { names } from '@/words';

/** The way out where there is no kitchen, and so nothing typed that could be left unsent. */
export function SignOut() {
  const sending = useSending();
  const navigate = useNavigate();
  async function out() {
    const gone = await sending.send(async () => enteredAs(await taken(api.DELETE('/api/session'))));
    if (gone) await navigate({ to: '/sign-in' });
  }
  return (
    <>
      <Trouble words={sending.problem?.detail} />
      <Button look="quiet" className="mt-3" disabled={sending.busy} onClick={() => void out()}>
        {names.signOut}
      </Button>
    </>
  );
}
