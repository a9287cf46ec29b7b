import { useState } from 'react';
import { api, queries, taken, type VersionItem } from '@/api';
import { useBench } from '@/formula/BenchContext';
import { ConflictDialog } from '@/formula/draft/ConflictDialog';
import type { Keeping } from '@/formula/draft/DraftKeeper';
import type { Draft } from '@/formula/draft/useDraft';
import { Verdict } from '@/formula/Verdict';
import { Button, TextInput } from '@/ui';
import { clock } from '@/words/numbers';
import { STANDING } from '@/words/texts';
import { KeepVersion } from './KeepVersion';

interface Props {
  draft: Draft;
  kitchen: string;
  formula: number;
  versions: VersionItem[];
  stale: boolean;
  asking: boolean;
  onAsk: (asking: boolean) => void;
  onKeys: () => void;
  onAbout: () => void;
}

/** The formula's title, whether all is kept, steps back and forth, and keeping a version. */
export function Heading({ draft, kitchen, formula, versions, stale, asking, onAsk, onKeys, onAbout }: Props) {
  const { value, set, readOnly } = useBench();
  const [kept, setKept] = useState(versions);
  const newest = kept[0];

  return (
    <header className="flex flex-wrap items-center gap-2">
      <div className="min-w-44 grow basis-full xl:basis-0">
        <TextInput
          label="Title"
          value={value(['title'])}
          onType={(title) => set(['title'], title)}
          disabled={readOnly}
          className="w-full border-transparent! bg-transparent! px-1! font-title text-xl font-bold hover:border-line!"
        />
        <p className="flex flex-wrap gap-x-3 px-1 text-sm text-quiet">
          <Verdict />
          <span>
            {newest ? `draft after version ${newest.number}` : 'draft, no version yet'}
            {newest &&
              newest.standing !== 'ready' &&
              `, which is ${STANDING[newest.standing]?.toLowerCase()}`}
          </span>
          <Kept keeping={draft.keeping} merged={draft.merged} stale={stale} />
        </p>
      </div>
      {!readOnly && (
        <span className="flex">
          <Button
            look="quiet"
            className="px-2!"
            disabled={!draft.back}
            onClick={draft.undo}
            aria-label="One step back"
          >
            ↶
          </Button>
          <Button
            look="quiet"
            className="px-2!"
            disabled={!draft.forth}
            onClick={draft.redo}
            aria-label="One step forth"
          >
            ↷
          </Button>
          <Button look="quiet" className="px-2!" onClick={onKeys} aria-label="Keys">
            ?
          </Button>
        </span>
      )}
      <Button look="quiet" className="px-2!" onClick={onAbout}>
        Notes
      </Button>
      {!readOnly && (
        <Button look="plain" onClick={() => onAsk(true)}>
          Keep a version
        </Button>
      )}
      {readOnly && (
        <span className="rounded-full bg-kelp-soft px-2.5 py-0.5 text-sm">You may look, not change</span>
      )}
      <KeepVersion
        open={asking}
        onOpenChange={onAsk}
        versions={kept}
        onKeep={async (said) => {
          await draft.send();
          const path = { kitchen, formula };
          const body = { revision: draft.revision(), ...said };
          const made = await taken(
            api.POST('/api/kitchens/{kitchen}/formulas/{formula}/versions', { params: { path }, body }),
          );
          setKept([made, ...kept]);
          await queries.invalidateQueries({ queryKey: ['formulas'] });
        }}
      />
      <ConflictDialog draft={draft} />
    </header>
  );
}

const KEPT: Record<Keeping['state'], string> = {
  kept: 'All changes kept',
  typing: 'Keeping …',
  keeping: 'Keeping …',
  offline: 'Not connected: typing is kept here, figures are the last ones',
  'signed-out': 'Signed out: typing is kept here',
  refused: 'Not kept',
  conflict: 'Changed by somebody else too',
};

function Kept({ keeping, merged, stale }: { keeping: Keeping; merged: boolean; stale: boolean }) {
  const calm = keeping.state === 'kept' || keeping.state === 'typing' || keeping.state === 'keeping';
  return (
    <span
      role="status"
      data-state={keeping.state}
      data-stale={stale}
      className={`text-sm ${calm ? 'text-quiet' : 'rounded-control bg-warn-soft px-2 py-0.5 text-warn'}`}
    >
      {keeping.state === 'kept' && merged ? 'Merged with somebody’s changes, all kept' : KEPT[keeping.state]}
      {keeping.state === 'kept' && ` · ${clock(keeping.at)}`}
      {keeping.state === 'refused' && `: ${keeping.why}`}
      {keeping.state === 'signed-out' && (
        <a className="ml-1 underline" href={`/sign-in?from=${encodeURIComponent(window.location.pathname)}`}>
          Sign in
        </a>
      )}
    </span>
  );
}
