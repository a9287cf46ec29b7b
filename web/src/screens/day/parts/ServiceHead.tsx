import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from '@tanstack/react-router';
import { beginRun, calendarAt, runSheetAt, runsAtQuery } from '@/api';
import { text } from '@/document/document';
import { Button, Head, TextInput, Trouble, useSending } from '@/ui';
import { fill, names, says } from '@/words';
import { day } from '@/words/day';
import { clock } from '@/words/numbers';
import { useService } from '../state/opened';

/** The head of a service: what it is called, whether all is kept, steps back, paper and calendar. */
export function ServiceHead() {
  const { document, set, readOnly, kitchen, service } = useService();
  return (
    <Head>
      <Link
        to="/$kitchen/day"
        params={{ kitchen }}
        className="inline-flex min-h-9 items-center underline md:hidden"
      >
        {names.dayRoom}
      </Link>
      <TextInput
        label={day.names.title}
        value={text(document.title)}
        placeholder={day.untitled}
        disabled={readOnly}
        onType={(title) => set(['title'], title)}
        look="value"
        className="min-w-0 font-title text-lg"
      />
      <Keeping />
      <Steps />
      <Cook />
      <span className="ml-auto flex flex-wrap items-center gap-x-3">
        {(['a4', 'letter'] as const).map((paper) => (
          <a
            key={paper}
            className="underline"
            href={runSheetAt(kitchen, service, paper)}
            download
            aria-label={fill(day.names.sheetOn, { paper: day.papers[paper] })}
          >
            {paper === 'a4' ? day.names.sheet : day.papers[paper]}
          </a>
        ))}
        <a className="underline" href={calendarAt(kitchen, service)} download>
          {day.names.calendar}
        </a>
      </span>
    </Head>
  );
}

/** From the plan to the stove: begin to cook it, or go on. */
function Cook() {
  const { kitchen, service, readOnly, plan, keeper } = useService();
  const navigate = useNavigate();
  const sending = useSending();
  const going = useQuery(runsAtQuery(kitchen)).data?.find((one) => one.service === service);
  if (readOnly || plan.served.length === 0) return null;
  const cook = () =>
    sending.send(async () => {
      await keeper.send();
      const { id } = await beginRun(kitchen, service);
      await navigate({ to: '/$kitchen/runs/$run', params: { kitchen, run: String(id) } });
    });
  return (
    <>
      <Button onClick={cook} disabled={sending.busy}>
        {going ? day.names.goOnCooking : day.names.cook}
      </Button>
      <Trouble
        words={
          sending.problem
            ? [sending.problem.detail, ...sending.problem.errors.map(({ text }) => text)].join(' ')
            : undefined
        }
      />
    </>
  );
}

/** Whether all that was typed is kept; where not, why. */
function Keeping() {
  const { keeping, keeper } = useService();
  const trouble = keeping.state === 'trouble' ? keeping.problem : null;
  return (
    <span
      role="status"
      data-part="kept"
      data-state={keeping.state}
      className={`text-sm ${trouble ? 'rounded-control bg-warn-soft px-2 py-0.5 text-warn' : 'text-quiet'}`}
    >
      {keeping.state === 'kept' && fill(says.kept.kept, { time: clock(keeping.at) })}
      {(keeping.state === 'typing' || keeping.state === 'keeping') && says.kept.keeping}
      {keeping.state === 'conflict' && says.kept.conflict}
      {trouble && says.troubles[trouble.trouble].typing}
      {trouble && (
        <Button look="quiet" className="min-h-7! px-1! underline" onClick={keeper.now}>
          {names.tryAgain}
        </Button>
      )}
    </span>
  );
}

function Steps() {
  const { keeper, readOnly } = useService();
  const { back, forth } = keeper.snapshot();
  if (readOnly) return null;
  return (
    <span className="flex">
      {(
        [
          [names.stepBack, '↶', back, keeper.undo],
          [names.stepForth, '↷', forth, keeper.redo],
        ] as const
      ).map(([label, sign, there, go]) => (
        <Button key={label} look="quiet" className="px-2!" disabled={!there} onClick={go} aria-label={label}>
          {sign}
        </Button>
      ))}
    </span>
  );
}
