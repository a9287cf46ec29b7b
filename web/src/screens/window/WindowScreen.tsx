import { Link, useSearch } from '@tanstack/react-router';
import { useEffect } from 'react';
import { list, text, within } from '@/document/document';
import { kindOf } from '@/document/kinds';
import { Kept } from '@/formula/draft/Kept';
import { Steps } from '@/formula/draft/Steps';
import { useOpened } from '@/formula/opened';
import { Verdict } from '@/formula/Verdict';
import { Choice } from '@/ui';
import { fill, names, says } from '@/words';
import { JarInTime } from './parts/JarInTime';

/** A jar of the formula through time: the cut across, the fish at each minute, and what would move the window. */
export function WindowScreen() {
  const { jar: asked } = useSearch({ from: '/$kitchen/formula/$formula/window' });
  const { kitchen, formula, document, pantry, evaluation, stale, jar, openJar } = useOpened();
  useEffect(() => {
    if (asked !== undefined) openJar(asked);
  }, [asked, openJar]);
  const jars = Object.fromEntries(
    list(document.jars).map((one, place) => [
      String(place),
      fill(says.jars.numbered, {
        place: place + 1,
        jar:
          text(within<'Jar'>(one, 'name')) ??
          kindOf(pantry, text(within<'Jar'>(one, 'kind')))?.name ??
          says.jars.unnamed,
      }),
    ]),
  );
  return (
    <main className="flex grow flex-col gap-3 p-3" data-stale={stale} aria-busy={stale}>
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="text-xl">{text(document.title) ?? says.formula.untitled}</h1>
        <Choice
          label={names.whichJar}
          value={String(jar)}
          choices={jars}
          onPick={(picked) => openJar(Number(picked))}
        />
        <Steps />
        <Kept />
        <Link
          to="/$kitchen/formula/$formula/bench"
          params={{ kitchen, formula: String(formula) }}
          className="ml-auto inline-flex min-h-9 items-center rounded-control border border-edge bg-plate px-3 font-semibold hover:bg-sunk"
        >
          {names.toBench}
        </Link>
        <p className="basis-full">
          <Verdict />
        </p>
      </header>
      {evaluation && <JarInTime key={jar} jar={jar} evaluation={evaluation} />}
      {!evaluation && (
        <p className="rounded-plate border border-line bg-plate p-4 text-quiet">{says.app.reckoning}</p>
      )}
    </main>
  );
}
