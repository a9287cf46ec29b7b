import { useQueryErrorResetBoundary } from '@tanstack/react-query';
import { useRouter } from '@tanstack/react-router';
import { type ReactNode, useEffect } from 'react';
import { onBack, POLICY, Problem } from '@/api';
import { Button, Main } from '@/ui';
import type { TroubleName } from '@/words';
import { fill, names, says } from '@/words';

const TABLE = 'inline-flex min-h-9 items-center text-kelp underline underline-offset-2';

/** What went wrong, in words, and where one can go. What waits for the server goes on by itself when it is heard. */
export function Failure({ error }: { error: unknown }) {
  const router = useRouter();
  const { reset } = useQueryErrorResetBoundary();
  const trouble = troubleIn(error);
  const told = says.troubles[trouble];
  const ways = POLICY[trouble].ways;
  const here = encodeURIComponent(window.location.pathname + window.location.search);
  function again() {
    // What is no answer of the server is a fault of the page: it begins anew.
    if (!(error instanceof Problem)) return window.location.reload();
    reset();
    void router.invalidate();
  }
  useEffect(() => (POLICY[trouble].behind > 0 ? onBack(again) : undefined));
  return (
    <Note title={told.title} trouble={trouble}>
      <p className="mt-2 text-quiet">
        {told.says || (error instanceof Error ? error.message : String(error))}
      </p>
      {trouble === 'broken' && error instanceof Problem && error.request && (
        <p className="mt-2 text-sm text-quiet">{fill(says.app.onRecord, { request: error.request })}</p>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        {ways.includes('again') && <Button onClick={again}>{names.tryAgain}</Button>}
        {ways.includes('anew') && <Button onClick={() => window.location.reload()}>{names.loadAgain}</Button>}
        {ways.includes('sign_in') && (
          <a className={TABLE} href={`/sign-in?from=${here}`}>
            {names.signIn}
          </a>
        )}
        {ways.includes('table') && (
          <a className={TABLE} href="/">
            {names.toTable}
          </a>
        )}
      </div>
    </Note>
  );
}

/** A part of the page that could not be fetched is a server that does not answer. */
function troubleIn(error: unknown): TroubleName {
  if (error instanceof Problem) return error.trouble;
  return error instanceof TypeError && error.message.includes('module') ? 'lost' : 'refused';
}

export function Nowhere() {
  return (
    <Note title={says.app.nowhere} trouble="missing">
      <p className="mt-2">
        <a className={TABLE} href="/">
          {names.toTable}
        </a>
      </p>
    </Note>
  );
}

function Note({ title, trouble, children }: { title: string; trouble: string; children: ReactNode }) {
  return (
    <Main
      title={title}
      className="mx-auto mt-24 max-w-md rounded-plate border border-line bg-plate p-6"
      data-part="failure"
      data-trouble={trouble}
    >
      <h1 className="text-xl">{title}</h1>
      {children}
    </Main>
  );
}
