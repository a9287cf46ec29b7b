import { keepPreviousData, skipToken, useQuery } from '@tanstack/react-query';
import { Problem } from '@/api';

/**
 * The answer to a question of the core, asked anew when the KEY changes; the last answer stays until the next one.
 * ASK null means that nothing is asked.
 */
export function useQuestion<T>(key: unknown[], ask: (() => Promise<T>) | null) {
  const asked = useQuery<T>({
    queryKey: ['question', ...key],
    queryFn: ask ?? skipToken,
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
    // The browser's own word on being online is not waited for: the server may stand on this very machine.
    networkMode: 'always',
  });
  return {
    answer: ask ? (asked.data ?? null) : null,
    problem: asked.error instanceof Problem ? asked.error : null,
    busy: asked.isFetching,
  };
}
