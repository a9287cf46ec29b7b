import { useState } from 'react';
import { minuteOf } from '@/service/columns';
import { clockOf, nowIn, placeOf, wall } from '@/service/times';
import { useNow } from '@/service/useNow';
import { Button, LinkButton } from '@/ui';
import { fill } from '@/words';
import { day } from '@/words/day';
import { clock } from '@/words/numbers';
import { useService } from '../state/opened';

/** So many things that are given up are told at once. */
const FEW = 3;

/** How the plan stands: what has no plan and what is given up first, and what mends it. */
export function Stands() {
  const { plan, fresh, searched, changed, apply, readOnly, choose } = useService();
  const [all, showAll] = useState(false);
  const lost = plan.unplanned.map((one) => one.text);
  const grave = lost.length > 0;
  const told = all ? plan.relaxed : plan.relaxed.slice(0, FEW);
  const nothing = plan.steps.length === 0 && !grave;
  // What is wrong at no place of its own is told here; the rest stands where it is.
  const notices = plan.notices.filter((one) => !/^\/(plates|kitchen|courses|not_before)/.test(one.path));
  return (
    <section
      data-part="stands"
      data-kept={plan.kept}
      data-fresh={fresh}
      data-searched={searched && fresh}
      className={`rounded-plate border bg-plate p-3 ${grave ? 'border-stop' : plan.relaxed.length ? 'border-warn' : 'border-line'} ${fresh ? '' : 'opacity-70'}`}
    >
      <div role="status">
        <p
          className={`font-semibold ${grave ? 'text-stop' : plan.relaxed.length ? 'text-warn' : 'text-best'}`}
        >
          {nothing && day.empty}
          {plan.kept && plan.starts_at && fill(day.allKept, { at: wall(plan.starts_at) })}
          {grave && fill(day.noPlan, { many: lost.length })}
          {!grave && plan.relaxed.length > 0 && fill(day.givenUp, { many: plan.relaxed.length })}
        </p>
        <ul className="mt-1 space-y-0.5 text-sm">
          {lost.map((text) => (
            <li key={text} className="text-stop">
              {text}
            </li>
          ))}
          {told.map((one, place) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two may say the same
            <li key={place} data-rule={one.rule}>
              {one.step ? (
                <LinkButton className="text-left" onClick={() => choose(one.step)}>
                  {one.text}
                </LinkButton>
              ) : (
                one.text
              )}
            </li>
          ))}
        </ul>
        {notices.map((one) => (
          <p key={one.path + one.text} className="mt-1 text-sm text-warn" data-path={one.path}>
            {one.text}
          </p>
        ))}
      </div>
      {plan.relaxed.length > FEW && (
        <LinkButton className="text-sm" onClick={() => showAll(!all)}>
          {all ? day.names.firstGivenUp : fill(day.names.allGivenUp, { many: plan.relaxed.length })}
        </LinkButton>
      )}
      {!plan.kept && !nothing && (
        <div className="mt-2" data-part="mends">
          <h2 className="text-base">{day.mends}</h2>
          <ul className="mt-1 space-y-1">
            {plan.mends.map((mend) => (
              <li key={mend.text} className="flex items-start justify-between gap-2 text-sm">
                <span>{mend.text}</span>
                {!readOnly && (
                  <Button
                    look="plain"
                    className="min-h-7! shrink-0 px-2! text-sm"
                    aria-label={`${day.names.takeMend}: ${mend.text}`}
                    onClick={() => apply(mend.patch)}
                  >
                    {day.names.takeMend}
                  </Button>
                )}
              </li>
            ))}
          </ul>
          {searched && plan.mends.length === 0 && <p className="text-sm text-quiet">{day.noMends}</p>}
        </div>
      )}
      {changed.length > 0 && (
        <div className="mt-2 border-t border-line pt-2 text-sm" role="status" data-part="changed">
          <h2 className="text-base">{day.since}</h2>
          <ul>
            {changed.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </div>
      )}
      <UnderWay />
      <p className="mt-1 min-h-5 text-sm text-quiet" data-part="looking">
        {!fresh ? day.planning : !searched && plan.steps.length > 0 ? day.looking : ''}
      </p>
    </section>
  );
}

/** Whether work is under way: from then on what has begun stays, and changes of the day are told. */
function UnderWay() {
  const { document, plan, put, readOnly, trail } = useService();
  const now = useNow();
  const began = typeof document.began === 'string' ? document.began : null;
  if (!plan.starts_at) return null;
  return (
    <div className="mt-2 border-t border-line pt-2 text-sm" data-part="under-way">
      {began ? (
        <p>
          {fill(day.underWay, { at: clockOf(began) })}{' '}
          {!readOnly && (
            <LinkButton onClick={() => put(['began'], undefined)}>{day.names.notBegun}</LinkButton>
          )}
        </p>
      ) : (
        !readOnly && (
          <>
            {minuteOf(plan.starts_at) < now && (
              <p className="mb-1 text-warn">{fill(day.hasBegun, { at: wall(plan.starts_at) })}</p>
            )}
            <Button
              look="plain"
              className="min-h-7! px-2! text-sm"
              onClick={() => put(['began'], nowIn(placeOf(document, plan)))}
            >
              {day.names.began}
            </Button>
          </>
        )
      )}
      {trail.length > 0 && (
        <details className="mt-1" data-part="trail">
          <summary>{day.trailHead}</summary>
          <ol>
            {trail.map((one) => (
              <li key={one.at + one.says.join()}>
                <strong>{fill(day.trailLine, { at: clock(new Date(one.at)), by: one.by })}</strong>{' '}
                {one.says.join(' ')}
              </li>
            ))}
          </ol>
        </details>
      )}
    </div>
  );
}
