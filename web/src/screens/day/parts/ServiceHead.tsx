import { Link } from '@tanstack/react-router';
import { calendarAt, runSheetAt } from '@/api';
import { text } from '@/document/document';
import { Button, Head, TextInput } from '@/ui';
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
