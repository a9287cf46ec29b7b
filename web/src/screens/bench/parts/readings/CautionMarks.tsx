import { useOpened } from '@/formula/opened';
import { fill, names, says, terms } from '@/words';

const LOOKS: Record<string, string> = {
  refuse: 'border-stop bg-stop text-on-stop',
  stop: 'border-stop bg-stop text-on-stop',
  warn: 'border-warn bg-warn-soft text-warn',
};

/** The graver cautions where they arise: a small mark that leads to the caution itself, with its reason and its source. */
export function CautionMarks({ below }: { below: string }) {
  const { evaluation, seek } = useOpened();
  const found = evaluation?.cautions.filter(
    (caution) =>
      caution.grade !== 'note' &&
      !caution.accepted &&
      caution.paths.some((path) => path === below || path.startsWith(`${below}/`)),
  );
  if (!found?.length) return null;
  return (
    <ul aria-label={names.cautionsHere} className="flex flex-wrap gap-1">
      {found.map((caution) => {
        const words = fill(says.cautions.says, { grade: terms.grades[caution.grade], caution: caution.text });
        return (
          <li key={caution.code + caution.path}>
            <button
              type="button"
              data-mark-of={caution.code}
              onClick={() => seek(caution)}
              className={`size-6 rounded-full border text-sm leading-none font-bold pointer-coarse:size-11 ${LOOKS[caution.grade]}`}
              aria-label={words}
              title={words}
            >
              {says.cautions.mark}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
