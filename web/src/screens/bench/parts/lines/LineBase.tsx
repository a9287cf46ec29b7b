import { text } from '@/document/document';
import { Choice } from '@/ui';
import type { LineOnBench } from '../../state/useLine';

/** Which line a ratio hangs on, and whether its parts are by mass or by volume. */
export function LineBase({ own }: { own: LineOnBench }) {
  const { value, set, way, unit, others, readOnly } = own;
  return (
    <span className="flex items-center justify-end gap-1 text-sm text-quiet">
      of
      <Choice
        label="Hangs on"
        value={text(value([...way, 'of']))}
        choices={others}
        onPick={(picked) => set([...way, 'of'], picked)}
        disabled={readOnly}
      />
      {unit === 'part' && (
        <Choice
          label="Parts by"
          value={text(value([...way, 'by']))}
          choices={{ mass: 'by mass', volume: 'by volume' }}
          onPick={(picked) => set([...way, 'by'], picked)}
          disabled={readOnly}
        />
      )}
    </span>
  );
}
