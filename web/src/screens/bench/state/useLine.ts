import { useRef, useState } from 'react';
import { ask, type BesideOf, type Json, Problem } from '@/api';
import { at, list, pointer, text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { fill, says } from '@/words';

/** How a line may be asked to be written anew. */
export type Rewritten = Omit<BesideOf<'rewrite-line'>, 'jar' | 'line'>;

/** One line of the document with its evaluation, and the verbs that change how it is written. */
export function useLine(jar: number, line: number) {
  const bench = useOpened();
  const { value, set, latest, apply, evaluation, pantry } = bench;
  const way = ['jars', jar, 'lines', line] as const;
  const id = text(value([...way, 'ingredient']));
  const ingredient = pantry.ingredients.find((one) => one.id === id);
  const [problem, setProblem] = useState<string | null>(null);

  /** A typed amount: what was not stated, now is. */
  function write(end: string, typed: Json) {
    const { unstated: _, ...amount } = (value([...way, 'amount']) ?? {}) as { [key: string]: Json };
    set([...way, 'amount'], { ...amount, [end]: typed });
  }

  const turn = useRef(0);

  /** Another unit or basis at the same mass, or another mass: the core says how it is written then. Gives whether it was. */
  async function rewrite(to: Rewritten): Promise<boolean> {
    const asked = latest();
    turn.current += 1;
    const mine = turn.current;
    try {
      const written = await ask(bench.kitchen, 'rewrite-line', asked, { jar, line, ...to });
      // Another mass was typed meanwhile, whose answer is on its way.
      if (mine !== turn.current) return false;
      // Typed on in this line meanwhile: what it is written like now is asked anew, so that no key is lost.
      if (at(latest(), way) !== at(asked, way)) return rewrite(to);
      apply(written.patch, to.mass_g == null ? undefined : pointer([...way, 'amount']));
      setProblem(null);
      return true;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(fill(says.lines.unchanged, { why: error.detail }));
      return false;
    }
  }

  const lines = list(value(['jars', jar, 'lines']));
  const nameOf = (other: string) => {
    const used = within<'Line'>(
      lines.find((one) => within<'Line'>(one, 'id') === other),
      'ingredient',
    );
    return pantry.ingredients.find((one) => one.id === used)?.name ?? other;
  };
  const own = value([...way, 'id']);
  const others = lines
    .map((other) => within<'Line'>(other, 'id'))
    .filter((other): other is string => typeof other === 'string' && other !== own);
  return {
    ...bench,
    way,
    name: ingredient?.name ?? id,
    ingredient,
    unit: text(value([...way, 'amount', 'unit'])),
    basis: text(value([...way, 'basis'])),
    ranged: value([...way, 'amount', 'low']) !== undefined,
    unstated: value([...way, 'amount', 'unstated']) === true,
    result: evaluation?.jars[jar]?.lines[line],
    problem,
    write,
    rewrite,
    /** What it is to weigh on this fish [g]; how it is written follows. */
    weighs: (mass_g: number) => rewrite({ mass_g }),
    others: Object.fromEntries(others.map((other) => [other, nameOf(other)])),
  };
}

export type LineOnBench = ReturnType<typeof useLine>;
