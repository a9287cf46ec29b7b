import { useState } from 'react';
import type { Caution } from '@/api';
import { list, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import { AcceptDialog } from './AcceptDialog';

const LOOKS: Record<string, string> = {
  refuse: 'border-stop bg-stop-soft',
  stop: 'border-stop bg-stop-soft',
  warn: 'border-warn bg-warn-soft',
  note: 'border-line bg-sunk',
};

const stands = (caution: Caution) => ['refuse', 'stop'].includes(caution.grade) && !caution.accepted;

/** What stops the formula stands first, above the readings; the other cautions below them. */
export function Standing({ cautions }: { cautions: Caution[] }) {
  const found = cautions.filter(stands);
  if (!found.length) return null;
  return <List cautions={found} title={found.length === 1 ? names.stopsIt : names.stopIt} />;
}

export function Cautions({ cautions }: { cautions: Caution[] }) {
  return <List cautions={cautions.filter((caution) => !stands(caution))} title={names.cautions} />;
}

/** Cautions, gravest first: why, what to do, on whose word. A stop is taken knowingly, with initials and a reason. */
function List({ cautions, title }: { cautions: Caution[]; title: string }) {
  const { readOnly, value, set } = useOpened();
  const [accepting, setAccepting] = useState<Caution | null>(null);

  /** Take an acceptance back: the stop stands again. */
  function withdraw(caution: Caution) {
    const left = list(value(['accepted'])).filter(
      (one) =>
        within<'Accepted'>(one, 'code') !== caution.code || within<'Accepted'>(one, 'path') !== caution.path,
    );
    set(['accepted'], left.length ? left : undefined);
  }

  return (
    <section aria-label={title} className="mt-2 space-y-1">
      <h3>{title}</h3>
      {cautions.map((caution) => {
        return (
          <details
            key={caution.code + caution.path}
            open={stands(caution) || undefined}
            data-grade={caution.grade}
            data-code={caution.code}
            data-path={caution.path}
            data-accepted={caution.accepted ? true : undefined}
            className={`rounded-r-control border-l-4 px-2 py-1 text-sm ${LOOKS[caution.grade]}`}
          >
            <summary className="cursor-pointer">
              <Said
                words={says.cautions.says}
                slots={{
                  grade: (
                    <strong>{caution.accepted ? says.cautions.accepted : terms.grades[caution.grade]}</strong>
                  ),
                  caution: caution.text,
                }}
              />
            </summary>
            <p className="mt-1">{caution.do}</p>
            <p className="mt-1 text-quiet">{fill(says.cautions.source, { source: caution.source })}</p>
            {caution.accepted && (
              <p className="mt-1">
                {fill(says.cautions.by, {
                  initials: caution.accepted.initials ?? '',
                  reason: caution.accepted.reason ?? '',
                })}
                {!readOnly && (
                  <LinkButton className="ml-2" onClick={() => withdraw(caution)}>
                    {names.takeItBack}
                  </LinkButton>
                )}
              </p>
            )}
            {caution.grade === 'stop' && !caution.accepted && !readOnly && (
              <Button look="plain" className="mt-1 min-h-8!" onClick={() => setAccepting(caution)}>
                {names.acceptKnowingly}
              </Button>
            )}
          </details>
        );
      })}
      <AcceptDialog caution={accepting} onClose={() => setAccepting(null)} />
    </section>
  );
}
