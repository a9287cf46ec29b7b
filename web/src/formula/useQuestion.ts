import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { type AnswerOf, ask, type BesideOf, Problem, type QuestionName } from '@/api';
import { useBench } from './BenchContext';

/**
 * The answer to a question about the document on the bench, asked anew when that or what is asked changes; the last
 * answer stays until the next one. BESIDE null means that nothing is asked.
 */
export function useQuestion<Q extends QuestionName>(question: Q, beside: BesideOf<Q> | null) {
  const { kitchen, document } = useBench();
  const asked = useQuery<AnswerOf<Q>>({
    queryKey: ['question', kitchen, question, document, beside],
    queryFn: beside === null ? skipToken : () => ask(kitchen, question, document, beside),
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
    // The browser's own word on being online is not waited for: the server may stand on this very machine.
    networkMode: 'always',
  });
  return {
    answer: beside === null ? null : (asked.data ?? null),
    problem: asked.error instanceof Problem ? asked.error : null,
    busy: asked.isFetching,
  };
}
