import { useQuery } from '@tanstack/react-query';
import { useRouteContext } from '@tanstack/react-router';
import { accountQuery } from '@/api/people';
import { Main, Trouble } from '@/ui';
import { people } from '@/words/people';
import { Kitchens } from './parts/Kitchens';
import { NameForm } from './parts/NameForm';
import { PasswordForm } from './parts/PasswordForm';
import { SecondFactor } from './parts/SecondFactor';
import { Sessions } from './parts/Sessions';
import { Tablet } from './parts/Tablet';
import { Tokens } from './parts/Tokens';

/** What is one's own: name, password, second factor, code for the tablet, where one is signed in, and what one’s scripts come in by. */
export function YouScreen() {
  const { kitchen, person } = useRouteContext({ from: '/$kitchen' });
  const account = useQuery(accountQuery);
  return (
    <Main title={people.names.you} className="mx-auto w-full max-w-6xl p-4">
      <h1 className="text-2xl">{people.names.you}</h1>
      <Trouble words={account.error?.message} />
      {account.data && (
        <div className="mt-3 grid items-start gap-3 md:grid-cols-2">
          <div className="grid gap-3">
            <NameForm account={account.data} />
            <PasswordForm username={account.data.username} />
            <SecondFactor on={account.data.second_factor} username={account.data.username} />
            <Tokens kitchens={person.kitchens} username={account.data.username} />
          </div>
          <div className="grid gap-3">
            <Sessions />
            <Tablet kitchen={kitchen} hasCode={account.data.has_code} />
            <Kitchens kitchens={person.kitchens} />
          </div>
        </div>
      )}
    </Main>
  );
}
