import type { Evaluation, Notice, NotReady } from '@/api';

/** What stops the formula: refusals and stops that nobody accepted. While there is any, no time is one to go by. */
export const stopping = (evaluation: Evaluation | null): NotReady[] =>
  evaluation?.not_ready.filter((reason) => reason.grade === 'refuse' || reason.grade === 'stop') ?? [];

const NO_TIME = [
  'window-stopped',
  'window-unknown',
  'dose-too-small',
  'no-cavity',
  'no-slots',
  'skin-closed',
  'outside-model',
  'not-modelled',
];

/** Why a jar has no window, in the core's words; nothing where it says none. */
export function whyNoWindow(evaluation: Evaluation | null, jar: number): Notice | undefined {
  const here = evaluation?.notices.filter(
    (notice) =>
      NO_TIME.includes(notice.code) &&
      (notice.path === `/jars/${jar}` ||
        notice.path.startsWith(`/jars/${jar}/`) ||
        (notice.code === 'window-stopped' && notice.path === '/fish')),
  );
  return NO_TIME.flatMap((code) => here?.filter((notice) => notice.code === code) ?? [])[0];
}
