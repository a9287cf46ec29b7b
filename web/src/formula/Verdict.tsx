import { Link, useMatchRoute } from '@tanstack/react-router';
import { Popover } from 'radix-ui';
import type { Evaluation } from '@/api';
import { addressOf } from '@/formula/address';
import { Button, LinkButton } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { degrees, duration } from '@/words/numbers';
import { useOpened } from './opened';

const LOOKS: Record<Evaluation['verdict']['tone'], string> = {
  calm: 'border-line border-l-best bg-plate',
  care: 'border-line border-l-warn bg-plate',
  grave: 'border-stop bg-stop text-on-stop refused',
};

/** Whether this is ready and, if not, why: one sentence that leads to its place, with the press that mends it. */
export function Verdict() {
  const { evaluation, apply, readOnly } = useOpened();
  if (!evaluation)
    return (
      <p className="flex min-h-11 items-center rounded-plate border border-line bg-plate px-4">
        {says.app.reckoning}
      </p>
    );
  const { standing, verdict } = evaluation;
  const grave = verdict.tone === 'grave';
  return (
    <section
      aria-label={names.verdict}
      data-standing={standing}
      data-tone={verdict.tone}
      className={`flex min-h-11 flex-wrap items-center gap-x-3 gap-y-1 rounded-plate border border-l-[6px] px-3.5 py-1 ${LOOKS[verdict.tone]}`}
    >
      <p aria-live="polite" data-part="verdict" data-standing={standing} className="min-w-0">
        {verdict.path === null ? (
          <strong className="font-title text-lg text-best">{verdict.text}</strong>
        ) : (
          <ToPlace path={verdict.path}>{verdict.text}</ToPlace>
        )}
      </p>
      {verdict.patch && !readOnly && (
        <Button
          look="plain"
          className="min-h-8! pointer-coarse:min-h-11!"
          onClick={() => verdict.patch && apply(verdict.patch)}
        >
          {verdict.deed}
        </Button>
      )}
      {verdict.more.length > 0 && <More texts={verdict.more} />}
      <Beside grave={grave} />
    </section>
  );
}

/** The words of the verdict, which lead to the place that they are about; from another room to the Bench. */
function ToPlace({ path, children }: { path: string; children: string }) {
  const { seek, kitchen, formula, version } = useOpened();
  const look = 'text-left font-title text-lg font-semibold underline-offset-4 hover:underline';
  const here = useMatchRoute()({ to: '/$kitchen/formula/$formula/bench' });
  if (here || version !== null)
    return (
      <button type="button" className={`min-h-6 rounded-control ${look}`} onClick={() => seek({ path })}>
        {children}
      </button>
    );
  return (
    <Link
      to="/$kitchen/formula/$formula/bench"
      params={{ kitchen, formula: addressOf(formula) }}
      onClick={() => seek({ path })}
      className={`rounded-control ${look}`}
    >
      {children}
    </Link>
  );
}

/** What else there is to say, behind its number. */
function More({ texts }: { texts: string[] }) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <LinkButton>
          {fill(texts.length === 1 ? names.oneMore : names.andMore, { number: texts.length })}
        </LinkButton>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          className="z-20 max-w-md rounded-plate border border-line bg-plate p-3 text-ink shadow-xl"
        >
          <ul className="list-disc pl-4" data-part="verdict-more">
            {texts.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** What a cook keeps in mind beside the verdict: cautions, allergens, the one clock. */
function Beside({ grave }: { grave: boolean }) {
  const { evaluation, seek } = useOpened();
  const care = evaluation?.cautions.filter((one) => one.grade === 'warn') ?? [];
  const clock = evaluation?.exposure;
  return (
    <p className={`ml-auto flex flex-wrap gap-x-2 text-sm ${grave ? '' : 'text-quiet'}`} data-part="beside">
      {care[0] && (
        <LinkButton
          className={`font-semibold ${grave ? '' : 'text-warn'}`}
          onClick={() => care[0] && seek(care[0])}
        >
          {fill(care.length === 1 ? says.verdict.oneCare : says.verdict.care, { number: care.length })}
        </LinkButton>
      )}
      {evaluation && evaluation.allergens.length > 0 && (
        <span className="self-center">
          {fill(says.verdict.contains, {
            allergens: evaluation.allergens.map((one) => named(terms.avoided, one)).join(', '),
          })}
        </span>
      )}
      {clock && (
        <span className="self-center">
          {fill(says.verdict.warm, {
            time: duration(clock.warm_minutes),
            threshold: degrees(clock.threshold_c),
          })}
        </span>
      )}
    </p>
  );
}
