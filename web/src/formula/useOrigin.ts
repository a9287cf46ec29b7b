import type { Origin } from '@/ui';
import { useJarName } from './jars/useJarName';
import { useOpened } from './opened';
import { useTitle } from './useTitle';

/** Of what a chart is that is carried off: of this formula as it is opened, and of a jar where it is one's. */
export function useOrigin(jar?: number): Origin {
  const { version, evaluation } = useOpened();
  const jarName = useJarName();
  return {
    formula: useTitle(),
    version: version === null ? 'draft' : `v${version}`,
    jar: jar === undefined ? '' : jarName(jar),
    engine: evaluation?.engine ?? '',
  };
}
