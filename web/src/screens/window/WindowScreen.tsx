import { useSearch } from '@tanstack/react-router';
import { useEffect } from 'react';
import { Rail } from '@/formula/jars/Rail';
import { useOpened } from '@/formula/opened';
import { Reckoning } from '@/formula/Reckoning';
import { useRoomTitle } from '@/formula/useTitle';
import { Verdict } from '@/formula/Verdict';
import { Main } from '@/ui';
import { names } from '@/words';
import { JarInTime } from './parts/JarInTime';

/** A jar of the formula through time: the cut across, the fish at each minute, and what would move the window. */
export function WindowScreen() {
  const { jar: asked } = useSearch({ from: '/$kitchen/formula/$formula/window' });
  const { evaluation, stale, jar, openJar } = useOpened();
  const title = useRoomTitle(names.window);
  useEffect(() => {
    if (asked !== undefined) openJar(asked);
  }, [asked, openJar]);
  return (
    <Main title={title} className="flex grow flex-col gap-2 p-3 pt-2" data-stale={stale} aria-busy={stale}>
      <Verdict />
      <div>
        <Rail open={jar} onOpen={openJar} />
        {evaluation && <JarInTime key={jar} jar={jar} evaluation={evaluation} />}
      </div>
      {!evaluation && <Reckoning className="rounded-plate border border-line bg-plate p-4 text-quiet" />}
    </Main>
  );
}
