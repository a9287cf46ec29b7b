import type { Json } from '@/api';
import { text, within } from '@/document/document';
import { useOpened } from '@/formula/opened';

const MINUTES: Record<string, number> = { s: 1 / 60, min: 1, h: 60, d: 1440 };

/** A contact time as it stands in the document [min]; null where none is planned. */
export function plannedOf(time: Json | undefined): number | null {
  const typed = within<'Time'>(time, 'value');
  const each = MINUTES[text(within<'Time'>(time, 'unit')) ?? ''] ?? 1;
  return typeof typed === 'number' ? typed * each : null;
}

/** The contact time that is planned for a jar [min], or null; and the verb that plans another. */
export function usePlanned(jar: number) {
  const { value, set, readOnly } = useOpened();
  const way = ['jars', jar, 'method', 'contact_time'] as const;
  return {
    planned: plannedOf(value(way)),
    plan: readOnly ? undefined : (minutes: number) => set(way, { value: tidied(minutes), unit: 'min' }),
  };
}

/** A time is planned in whole minutes; below one, in what was asked. */
const tidied = (minutes: number) => (minutes >= 1 ? Math.round(minutes) : minutes);
