import { api, formulaQuery, Problem, queries, taken } from '@/api';
import { Kept } from '@/formula/draft/Kept';
import { Steps } from '@/formula/draft/Steps';
import { useOpened } from '@/formula/opened';
import { Verdict } from '@/formula/Verdict';
import { Button, TextInput } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { KeepVersion } from './KeepVersion';

interface Props {
  asking: boolean;
  onAsk: (asking: boolean) => void;
  onKeys: () => void;
  onAbout: () => void;
}

/** The formula's title, whether all is kept, steps back and forth, and keeping a version. */
export function Heading({ asking, onAsk, onKeys, onAbout }: Props) {
  const { value, set, readOnly, draft, kitchen, formula, versions } = useOpened();
  const newest = versions[0];

  return (
    <header className="flex flex-wrap items-center gap-2">
      <div className="min-w-44 grow basis-full xl:basis-0">
        <TextInput
          label={names.title}
          value={value(['title'])}
          onType={(title) => set(['title'], title)}
          disabled={readOnly}
          className="w-full border-transparent! bg-transparent! px-1! font-title text-xl font-bold hover:border-line!"
        />
        <p className="flex flex-wrap gap-x-3 px-1 text-sm text-quiet">
          <Verdict />
          <span>
            {!newest && says.formula.noVersion}
            {newest &&
              fill(newest.standing === 'ready' ? says.formula.draftAfter : says.formula.draftAfterNotReady, {
                number: newest.number,
                standing: terms.standing[newest.standing].toLowerCase(),
              })}
          </span>
          <Kept />
        </p>
      </div>
      <Steps />
      {!readOnly && (
        <Button look="quiet" className="px-2!" onClick={onKeys} aria-label={names.keys}>
          ?
        </Button>
      )}
      <Button look="quiet" className="px-2!" onClick={onAbout}>
        {names.notes}
      </Button>
      {!readOnly && (
        <Button look="plain" onClick={() => onAsk(true)}>
          {names.keepVersion}
        </Button>
      )}
      {readOnly && (
        <span className="rounded-full bg-kelp-soft px-2.5 py-0.5 text-sm">{says.formula.mayLook}</span>
      )}
      <KeepVersion
        open={asking}
        onOpenChange={onAsk}
        versions={versions}
        onKeep={async (said) => {
          // A version is made of what the server has: never of a draft before the one that is seen.
          if (!(await draft.send())) throw new Problem(0, says.kept.unsent, says.kept.unsent);
          const path = { kitchen, formula };
          const body = { revision: draft.revision(), ...said };
          await taken(
            api.POST('/api/kitchens/{kitchen}/formulas/{formula}/versions', { params: { path }, body }),
          );
          await queries.invalidateQueries(formulaQuery(kitchen, formula));
        }}
      />
    </header>
  );
}
