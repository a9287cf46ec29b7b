import { useSuspenseQuery } from '@tanstack/react-query';
import { useRouter } from '@tanstack/react-router';
import { type FormEvent, useState } from 'react';
import { api, Problem, queries, type Stratum, sessionQuery, taken } from '@/api';
import { Hatches, JarDrawing } from '@/drawing';
import { HelpButton } from '@/help/HelpButton';
import { Button, Field, Main } from '@/ui';
import { names, says } from '@/words';
import { Said } from '@/words/Said';

const JAR: Stratum[] = [
  { component: 'salt', mass_g: 60, volume_ml: 28 },
  { component: 'water', mass_g: 150, volume_ml: 150 },
  { component: 'acid', mass_g: 40, volume_ml: 30 },
  { component: 'oil', mass_g: 70, volume_ml: 76 },
  { component: 'aromatics', mass_g: 30, volume_ml: 37 },
];

/** The address to go on to: one of our own, never another site's. */
function onward(): string {
  const from = new URLSearchParams(window.location.search).get('from') ?? '/';
  return from.startsWith('/') && !from.startsWith('//') ? from : '/';
}

export function SignIn() {
  const session = useSuspenseQuery(sessionQuery).data;
  const router = useRouter();
  const [name, setName] = useState(session.demo?.username ?? '');
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);

  async function enter(event: FormEvent) {
    event.preventDefault();
    setBusy(true);
    setProblem(null);
    try {
      const body = { username: name, password, code: '' };
      queries.setQueryData(sessionQuery.queryKey, await taken(api.POST('/api/session', { body })));
      router.history.push(onward());
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(error);
    } finally {
      setBusy(false);
    }
  }

  return (
    <Main title={names.signIn} className="relative grid min-h-dvh place-items-center p-4">
      <span className="absolute top-1.5 right-3">
        <HelpButton screen="sign_in" />
      </span>
      <Hatches />
      <div className="grid w-full max-w-3xl items-end gap-10 md:grid-cols-[1fr_24rem]">
        <div className="hidden border-b-8 border-steel pl-10 md:block">
          <div className="flex items-end gap-6">
            <JarDrawing name={says.app.jarOnShow} strata={JAR} scale={30} open />
            <JarDrawing
              name={says.app.dryJarOnShow}
              strata={JAR.slice(0, 1).concat(JAR.slice(4))}
              scale={30}
            />
          </div>
        </div>
        <form onSubmit={enter} className="rounded-plate border border-line bg-plate p-6">
          <h1 className="text-3xl">{names.product}</h1>
          <p className="mt-1 text-quiet">{says.app.motto}</p>
          <Field
            id="name"
            label={names.name}
            autoComplete="username"
            value={name}
            onType={(value) => setName(String(value))}
          />
          <Field
            id="password"
            label={names.password}
            type="password"
            autoComplete="current-password"
            value={password}
            onType={(value) => setPassword(String(value))}
          />
          {problem && (
            <p role="alert" className="mt-3 rounded-control bg-stop-soft p-2 text-stop">
              {problem.detail}
            </p>
          )}
          <Button type="submit" className="mt-5 w-full" disabled={busy}>
            {busy ? says.app.signingIn : names.signIn}
          </Button>
          {session.demo && (
            <p className="mt-4 rounded-control bg-kelp-soft p-3">
              <Said
                words={says.app.demo}
                slots={{
                  name: <strong>{session.demo.username}</strong>,
                  password: <strong>{session.demo.password}</strong>,
                }}
              />
            </p>
          )}
        </form>
      </div>
    </Main>
  );
}
