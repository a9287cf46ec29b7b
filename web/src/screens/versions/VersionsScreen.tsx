import { useNavigate, useSearch } from '@tanstack/react-router';
import { addressOf } from '@/formula/address';
import { useOpened } from '@/formula/opened';
import { useRoomTitle } from '@/formula/useTitle';
import { Verdict } from '@/formula/Verdict';
import { Main } from '@/ui';
import { names, says } from '@/words';
import { AsKept } from './parts/AsKept';
import { Chosen } from './parts/Chosen';
import { Tree } from './parts/Tree';

/** The versions of a formula: where each came from, what the draft changes against it, and the way back to it. */
export function VersionsScreen() {
  const { number, open } = useSearch({ from: '/$kitchen/formula/$formula/versions' });
  const { versions, kitchen, formula } = useOpened();
  const title = useRoomTitle(names.versions);
  const navigate = useNavigate();
  const chosen = versions.find((one) => one.number === number) ?? versions[0];
  const choose = (one: number, opened = false) =>
    navigate({
      to: '/$kitchen/formula/$formula/versions',
      params: { kitchen, formula: addressOf(formula) },
      search: { number: one, ...(opened ? { open: true } : {}) },
    });
  if (chosen && open) return <AsKept version={chosen} onClose={() => void choose(chosen.number)} />;
  return (
    <Main title={title} className="flex grow flex-col gap-2 p-3 pt-2">
      <Verdict />
      {chosen ? (
        <div className="grid grow items-start gap-2 lg:grid-cols-[24rem_minmax(0,1fr)]">
          <section aria-label={names.versions} className="rounded-plate border border-line bg-plate p-3">
            <Tree chosen={chosen.number} onChoose={(one) => void choose(one)} />
          </section>
          <Chosen key={chosen.number} version={chosen} onOpen={() => void choose(chosen.number, true)} />
        </div>
      ) : (
        <p className="rounded-plate border border-line bg-plate p-4 text-quiet">{says.versions.none}</p>
      )}
    </Main>
  );
}
