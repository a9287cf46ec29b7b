import { text } from '@/document/document';
import { useOpened } from './opened';

const MINUTES: Record<string, number> = { s: 1 / 60, min: 1, h: 60, d: 1440 };

/** The contact time that is planned for a jar [min], or null; and the verb that plans another. */
export function usePlanned(jar: number) {
  const { value, set, readOnly } = useOpened();
  const way = ['jars', jar, 'method', 'contact_time'] as const;
  const typed = value([...way, 'value']);
  const each = MINUTES[text(value([...way, 'unit'])) ?? ''] ?? 1;
  return {
    planned: typeof typed === 'number' ? typed * each : null,
    plan: readOnly ? undefined : (minutes: number) => set(way, { value: Math.round(minutes), unit: 'min' }),
  };
}
