import { Main } from '@/ui';
import { names, says } from '@/words';

/** While a screen is fetched: its plates, empty, so that nothing jumps when it comes. */
export function Waiting() {
  return (
    <Main
      title={names.product}
      className="grid grow gap-3 p-3 md:grid-cols-[16rem_minmax(0,1fr)]"
      aria-busy="true"
    >
      <p className="rounded-plate border border-line bg-plate p-4 text-quiet">{says.app.setting}</p>
      <div className="min-h-96 rounded-plate border border-line bg-plate" />
    </Main>
  );
}
