import { plain } from '@/words/numbers';

/** A figure that is taken while nothing is typed; nothing where it is not known. */
export const hinted = (figure: number | null | undefined) => (figure ? plain(figure, 0) : undefined);
