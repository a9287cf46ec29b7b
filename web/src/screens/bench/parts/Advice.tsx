import { useOpened } from '@/formula/opened';
import { Button } from '@/ui';
import { names, says } from '@/words';

/** What the core proposes of itself at a place: shown, done with one press, or looked at first. */
export function Advice({ below }: { below: string }) {
  const { evaluation, apply, propose, readOnly } = useOpened();
  const found = evaluation?.notices.filter(
    (notice) => notice.patch && (notice.path === below || notice.path.startsWith(`${below}/`)),
  );
  return found?.map((notice) => {
    const patch = notice.patch ?? [];
    return (
      <div
        key={notice.code + notice.path}
        className="mt-2 rounded-control border-l-4 border-kelp bg-kelp-soft p-2 text-sm"
        data-advice={notice.code}
      >
        <p>{notice.text}</p>
        {!readOnly && (
          <p className="mt-1 flex gap-2">
            <Button look="plain" className="min-h-8!" onClick={() => apply(patch)}>
              {notice.deed}
            </Button>
            <Button
              look="quiet"
              className="min-h-8!"
              onClick={() => propose({ title: says.changes.head, says: notice.text, patch })}
            >
              {names.whatChanges}
            </Button>
          </p>
        )}
      </div>
    );
  });
}
