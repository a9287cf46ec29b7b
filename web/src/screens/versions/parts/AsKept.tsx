import { useQuery } from '@tanstack/react-query';
import { type FormulaDocument, type VersionItem, versionQuery } from '@/api';
import { OpenedVersion } from '@/formula/OpenedVersion';
import { useOpened } from '@/formula/opened';
import { BenchScreen } from '@/screens/bench/BenchScreen';
import { Button } from '@/ui';
import { fill, names, says } from '@/words';
import { useBringBack } from '../state/useBringBack';

interface Props {
  version: VersionItem;
  onClose: () => void;
}

/** A version on the Bench, as it was kept: looked at and not changed. */
export function AsKept({ version, onClose }: Props) {
  const { kitchen, formula, readOnly } = useOpened();
  const bringBack = useBringBack();
  const kept = useQuery(versionQuery(kitchen, formula, version.number)).data;
  return (
    <div className="flex grow flex-col xl:min-h-0 xl:flex-[1_1_0]" data-part="as-kept">
      <section
        aria-label={fill(says.versions.asKept, { number: version.number })}
        className="mx-3 mt-2 flex min-h-11 flex-wrap items-center gap-x-3 rounded-plate bg-ink px-4 py-1 text-plate"
      >
        <strong>{fill(says.versions.asKept, { number: version.number })}</strong>
        {says.versions.cannotChange}
        <span className="ml-auto flex gap-2">
          {kept && !readOnly && (
            <Button
              look="plain"
              className="min-h-8!"
              onClick={() => bringBack(version.number, kept.document as FormulaDocument)}
            >
              {names.bringBack}
            </Button>
          )}
          <Button look="plain" className="min-h-8!" onClick={onClose}>
            {names.toVersions}
          </Button>
        </span>
      </section>
      {kept ? (
        <OpenedVersion number={version.number} document={kept.document as FormulaDocument}>
          <BenchScreen />
        </OpenedVersion>
      ) : (
        <p className="p-4 text-quiet">{says.app.reckoning}</p>
      )}
    </div>
  );
}
