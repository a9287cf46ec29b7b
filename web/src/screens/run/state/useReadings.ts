import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type InstrumentReading, type Readings, readInstruments } from '@/api';
import { useRun } from './opened';

/** How often the instruments are read [ms]: while it is weighed, and else. */
const WEIGHING_MS = 250;
const ELSE_MS = 1000;
/** Nothing is gone by that was read so long ago [ms]. */
const OLD_MS = 2000;

const keyOf = (kitchen: string, run: number) => ['readings', kitchen, run];

/** What the instruments say: nothing while they are not heard. */
export function useReadings(weighing = false): InstrumentReading[] {
  const { kitchen, run } = useRun();
  const asked = useQuery({
    queryKey: keyOf(kitchen, run),
    queryFn: () => readInstruments(kitchen, run),
    refetchInterval: weighing ? WEIGHING_MS : ELSE_MS,
    // Nobody waits for an instrument: what is not heard is typed.
    retry: false,
    networkMode: 'always',
  });
  const heard = asked.data && !asked.isError && Date.now() - asked.dataUpdatedAt < OLD_MS + ELSE_MS;
  return heard ? asked.data.readings : [];
}

/** Tell what was read elsewhere: a press on the panel is answered with what they say since. */
export function useHearReadings(): (readings: Readings) => void {
  const { kitchen, run } = useRun();
  const client = useQueryClient();
  return (readings) => client.setQueryData(keyOf(kitchen, run), readings);
}
