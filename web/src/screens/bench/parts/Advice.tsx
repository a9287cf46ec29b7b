import type { Notice } from '@/api';
import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { names, says } from '@/words';

/** What is proposed of a planned time stands with the time itself. */
const ON_TIME = 'off-best';

/** What the core proposes of itself at a place, and the verbs that take it or look at it first. */
function useAdvice(below: string) {
  const { evaluation, apply, propose } = useOpened();
  const found = evaluation?.notices.filter(
    (notice) =>
      notice.patch &&
      notice.code !== ON_TIME &&
      (notice.path === below || notice.path.startsWith(`${below}/`)),
  );
  return {
    found: found ?? [],
    take: ({ patch }: Notice) => patch && apply(patch),
    lookAt: ({ patch, text }: Notice) =>
      propose({ title: says.changes.head, says: text, patch: patch ?? [] }),
  };
}

/** What the core proposes of itself at a place: shown, done with one press, or looked at first. */
export function Advice({ below }: { below: string }) {
  const { readOnly } = useOpened();
  const { found, take, lookAt } = useAdvice(below);
  return found.map((notice) => (
    <div
      key={notice.code + notice.path}
      className="mt-2 rounded-control border-l-4 border-kelp bg-kelp-soft p-2 text-sm"
      data-advice={notice.code}
    >
      <p>{notice.text}</p>
      {!readOnly && (
        <p className="mt-1 flex flex-wrap gap-2">
          <Button look="plain" className="min-h-8!" onClick={() => take(notice)}>
            {notice.deed}
          </Button>
          <Button look="quiet" className="min-h-8!" onClick={() => lookAt(notice)}>
            {names.whatChanges}
          </Button>
        </p>
      )}
    </div>
  ));
}

/** The same where the words beside it have said why already: what a press does, alone. */
export function Deeds({ below }: { below: string }) {
  const { readOnly } = useOpened();
  const { found, take, lookAt } = useAdvice(below);
  if (readOnly) return null;
  return found.map((notice) => (
    <p
      key={notice.code + notice.path}
      className="flex flex-wrap gap-x-3 text-sm"
      title={notice.text}
      data-advice={notice.code}
    >
      <LinkButton className="font-semibold text-kelp" onClick={() => take(notice)}>
        {notice.deed}
      </LinkButton>
      <LinkButton onClick={() => lookAt(notice)}>{names.whatChanges}</LinkButton>
    </p>
  ));
}
