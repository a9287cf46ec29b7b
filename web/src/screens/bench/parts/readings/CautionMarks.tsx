import { useOpened } from '@/formula/opened';
import { names, says, terms } from '@/words';
import { Said } from '@/words/Said';

const LOOKS: Record<string, string> = {
  refuse: 'border-stop bg-stop-soft text-stop',
  stop: 'border-stop bg-stop-soft text-stop',
  warn: 'border-warn bg-warn-soft text-warn',
};

/** The graver cautions where they arise: a mark that leads to the caution itself, with its reason and its source. */
export function CautionMarks({ below }: { below: string }) {
  const { evaluation } = useOpened();
  const found = evaluation?.cautions.filter(
    (caution) =>
      caution.grade !== 'note' &&
      !caution.accepted &&
      caution.paths.some((path) => path === below || path.startsWith(`${below}/`)),
  );
  if (!found?.length) return null;

  function show(code: string, path: string) {
    const place = document.querySelector<HTMLDetailsElement>(
      `details[data-code="${code}"][data-path="${path}"]`,
    );
    if (!place) return;
    place.open = true;
    place.scrollIntoView({ block: 'center' });
    place.querySelector('summary')?.focus();
  }

  return (
    <ul aria-label={names.cautionsHere} className="mt-1 flex flex-wrap gap-1">
      {found.map((caution) => (
        <li key={caution.code + caution.path} className="max-w-full">
          <button
            type="button"
            data-mark-of={caution.code}
            onClick={() => show(caution.code, caution.path)}
            className={`max-w-full truncate rounded-full border px-2 py-0.5 text-left text-sm ${LOOKS[caution.grade]}`}
            title={caution.text}
          >
            <Said
              words={says.cautions.says}
              slots={{ grade: <strong>{terms.grades[caution.grade]}</strong>, caution: caution.text }}
            />
          </button>
        </li>
      ))}
    </ul>
  );
}
