import { Problem } from '@/api';
import { Button } from '@/ui';

/** What went wrong, in words, and a way on. */
export function Failure({ error }: { error: unknown }) {
  const offline = error instanceof Problem && error.offline;
  return (
    <main className="mx-auto mt-24 max-w-md rounded-plate border border-line bg-plate p-6">
      <h1 className="text-xl">{offline ? 'The kitchen server does not answer' : 'This did not work'}</h1>
      <p className="mt-2 text-quiet">
        {offline
          ? 'What you typed is kept in this browser. Try again when the connection is back.'
          : error instanceof Error
            ? error.message
            : String(error)}
      </p>
      <div className="mt-4">
        <Button onClick={() => window.location.reload()}>Try again</Button>
      </div>
    </main>
  );
}

export function Nowhere() {
  return (
    <main className="mx-auto mt-24 max-w-md rounded-plate border border-line bg-plate p-6">
      <h1 className="text-xl">There is nothing at this address</h1>
      <p className="mt-2">
        <a className="text-kelp underline" href="/">
          Back to the table
        </a>
      </p>
    </main>
  );
}
