import { text } from '@/document/document';
import { Choice } from '@/ui';
import { names, says } from '@/words';
import type { LineOnBench } from '../../state/useLine';

/** Which line a ratio hangs on, and whether its parts are by mass or by volume. */
export function LineBase({ own }: { own: LineOnBench }) {
  const { value, set, way, unit, others, readOnly } = own;
  return (
    <span className="flex items-center justify-end gap-1 text-sm text-quiet">
      {says.lines.of}
      <Choice
        label={names.hangsOn}
        value={text(value([...way, 'of']))}
        choices={others}
        onPick={(picked) => set([...way, 'of'], picked)}
        disabled={readOnly}
      />
      {unit === 'part' && (
        <Choice
          label={names.partsBy}
          value={text(value([...way, 'by']))}
          choices={{ mass: says.lines.byMass, volume: says.lines.byVolume }}
          onPick={(picked) => set([...way, 'by'], picked)}
          disabled={readOnly}
        />
      )}
    </span>
  );
}
