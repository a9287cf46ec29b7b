import { useEffect, useState } from 'react';
import { Feed, type News, onNews, type Problem, queries, sessionQuery } from '@/api';

/** What is asked anew when something of a kitchen changed. Drafts see to themselves. */
const ANEW: Record<News['changes'][number]['what'], string[]> = {
  formula: ['formulas'],
  version: ['formulas'],
  rows: ['pantry', 'question', 'formulas'],
  shelf: ['shelf'],
  people: ['people', 'session'],
  service: ['services', 'service'],
  run: ['runs', 'temperatures'],
  temperatures: ['temperatures'],
};

/** Follows the change feed of a kitchen from a number on; gives why the server is not heard, while it is not. */
export function useFeed(kitchen: string, from: number): Problem | null {
  const [problem, setProblem] = useState<Problem | null>(null);
  useEffect(() => {
    const feed = new Feed(kitchen, from, () => setProblem(feed.problem));
    const deaf = onNews((where, { whole, changes }) => {
      const keys = new Set(whole ? Object.values(ANEW).flat() : changes.flatMap(({ what }) => ANEW[what]));
      // Who one is and what one may is not asked kitchen by kitchen.
      for (const key of keys)
        void queries.invalidateQueries({ queryKey: key === sessionQuery.queryKey[0] ? [key] : [key, where] });
    });
    feed.start();
    return () => {
      feed.stop();
      deaf();
    };
  }, [kitchen, from]);
  return problem;
}
