import { useOpened } from '@/formula/opened';

/** What a formula begins with, in the order of the work. */
export const BEGINNING = ['fish', 'cut', 'weight', 'thickness', 'jar'] as const;
export type Beginning = (typeof BEGINNING)[number];

/** Which of it is said already. */
export function useBegun(): Record<Beginning, boolean> {
  const { value, evaluation, pantry } = useOpened();
  const species = pantry.species.find((one) => one.id === value(['fish', 'species']));
  return {
    fish: species !== undefined && species.candidates.length === 0,
    cut: Boolean(value(['fish', 'cut'])),
    weight: evaluation?.fish.edible_g != null,
    thickness: typeof value(['fish', 'thickness', 'value']) === 'number',
    jar: false,
  };
}
