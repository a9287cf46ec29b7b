import type { Json, VersionItem } from '@/api';
import { within } from '@/document/document';
import { useOpened } from '../opened';

/**
 * The version that the draft goes on from: the one that was brought back since the newest was kept, which then says
 * otherwise where it was brought back from; else the newest.
 */
export function useOrigin(): VersionItem | undefined {
  const { document, versions } = useOpened();
  const newest = versions[0];
  const back = document.brought_back;
  const kept = newest?.brought_back as Json | undefined;
  const since = within<'Origin'>(back, 'at') !== within<'Origin'>(kept, 'at');
  const number = within<'Origin'>(back, 'version');
  return (since && versions.find((one) => one.number === number)) || newest;
}
