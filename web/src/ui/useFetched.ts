import { type ComponentType, useState } from 'react';
import { says } from '@/words';
import { announce } from './Announcer';

interface Fetched<Props> {
  Part: ComponentType<Props> | null;
  /** Whether it was wanted and did not come. */
  failed: boolean;
  want: () => void;
}

/** A part that is fetched when it is wanted first; where it does not come, that is told and it may be wanted again. */
export function useFetched<Props>(load: () => Promise<{ default: ComponentType<Props> }>): Fetched<Props> {
  const [{ Part, failed }, set] = useState<Omit<Fetched<Props>, 'want'>>({ Part: null, failed: false });
  const want = () =>
    void load().then(
      ({ default: Part }) => set({ Part, failed: false }),
      () => {
        announce(says.silence.unanswered);
        set({ Part: null, failed: true });
      },
    );
  return { Part, failed, want };
}
