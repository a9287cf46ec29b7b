import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { type AnswerOf, ask, type BesideOf, Problem, pantryQuery, type QuestionName, queries } from '@/api';
import { useOpened } from './opened';

/** Which pantry it is asked of: when its rows came. */
const pantryOf = (kitchen: string) => queries.getQueryState(pantryQuery(kitchen).queryKey)?.dataUpdatedAt;

/**
 * The answer to a question about the opened document, asked anew when that or what is asked changes; the last
 * answer stays until the next one. BESIDE null means that nothing is asked.
 */
export function useQuestion<Q extends QuestionName>(question: Q, beside: BesideOf<Q> | null) {
  const { kitchen, document } = useOpened();
  const asked = useQuery<AnswerOf<Q>>({
    // What is asked of other rows is another question.
    queryKey: ['question', kitchen, question, document, beside, pantryOf(kitchen)],
    queryFn: beside === null ? skipToken : () => ask(kitchen, question, document, beside),
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  return {
    answer: beside === null ? null : (asked.data ?? null),
    // Said from the first try that failed, while it is tried again.
    problem: asked.failureReason instanceof Problem ? asked.failureReason : null,
    // The answer to what was asked before stays in sight, and is none to what is asked now.
    busy: asked.isFetching || asked.isPlaceholderData,
  };
}
