import type { VersionItem } from '@/api';
import { within } from '@/document/document';
import { useOpened } from '../opened';

/** The version that the draft goes on from: the one that was brought back since the newest was kept, else the newest. */
export function useOrigin(): VersionItem | undefined {
  const { document, versions } = useOpened();
  const newest = versions[0];
  const back = document.brought_back;
  const when = within<'Origin'>(back, 'at');
  const number = within<'Origin'>(back, 'version');
  const since = typeof when === 'string' && newest && Date.parse(when) > Date.parse(newest.created_at);
  return (since && versions.find((one) => one.number === number)) || newest;
}
