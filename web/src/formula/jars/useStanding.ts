import type { Evaluation, Stratum } from '@/api';
import { text } from '@/document/document';
import { kindOf } from '@/document/kinds';
import { fill, says } from '@/words';
import { duration } from '@/words/numbers';
import { useOpened } from '../opened';
import { stopping } from '../standing';
import { plannedOf } from '../usePlanned';
import { useJars } from './useJars';

/** A jar as it stands on the rail: what it holds, whether something is wrong with it, and its time in words. */
export interface JarStanding {
  id: string | null;
  name: string;
  strata: Stratum[];
  /** What is wrong with it at all. */
  state: 'stopped' | 'care' | 'none';
  /** Its time, or what it is short of, and how that is. */
  words: string;
  tone: 'stopped' | 'care' | 'best' | 'none';
}

const within = (path: string, jar: number) => path === `/jars/${jar}` || path.startsWith(`/jars/${jar}/`);

/** All jars of the formula as they stand on the rail. */
export function useStanding(): JarStanding[] {
  const { evaluation, value, pantry } = useOpened();
  return useJars().jars.map((_, place) => {
    const way = ['jars', place] as const;
    const kind = kindOf(pantry, text(value([...way, 'kind'])));
    const time = plannedOf(value([...way, 'method', 'contact_time']));
    return {
      id: text(value([...way, 'id'])),
      name: text(value([...way, 'name'])) || kind?.name || says.jars.unnamed,
      strata: evaluation?.jars[place]?.reading.strata ?? [],
      ...(evaluation ? stateOf(evaluation, place, time, kind?.finishes ?? false) : NOTHING),
    };
  });
}

const NOTHING = { state: 'none', words: '', tone: 'none' } as const;

/** The state of one jar: what stops it, what it is short of, else its time against its best. */
function stateOf(
  evaluation: Evaluation,
  place: number,
  time: number | null,
  finishes: boolean,
): Pick<JarStanding, 'state' | 'words' | 'tone'> {
  const stopped = stopping(evaluation).some((one) => within(one.path, place));
  if (stopped) return { state: 'stopped', words: says.rail.stopped, tone: 'stopped' };
  const open = evaluation.not_ready.some((one) => within(one.path, place));
  if (open) return { state: 'care', words: says.rail.notYet, tone: 'care' };
  const warned = evaluation.cautions.some(
    (one) => one.grade === 'warn' && one.paths.some((path) => within(path, place)),
  );
  const state = warned ? 'care' : 'none';
  const window = evaluation.jars[place]?.window;
  if (!window) return { state, words: finishes ? says.rail.finish : says.rail.untimed, tone: 'none' };
  const best = { from: duration(window.best_from_min), to: duration(window.best_to_min) };
  if (window.best_from_min <= 0)
    return { state, words: fill(says.rail.within, { time: best.to }), tone: 'none' };
  if (time === null) return { state: 'care', words: fill(says.rail.noTime, best), tone: 'care' };
  const off = evaluation.notices.some((one) => one.code === 'off-best' && within(one.path, place));
  return {
    state: off ? 'care' : state,
    words: fill(says.rail.planned, { time: duration(time), ...best }),
    tone: off ? 'care' : 'best',
  };
}
