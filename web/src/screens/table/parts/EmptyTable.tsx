import { CutIcon, JarDrawing } from '@/drawing';
import { Button } from '@/ui';
import { names, says } from '@/words';

/** A jar as it might stand here: two parts of water to one of oil, and a little salt. */
const A_JAR = [
  { component: 'salt', mass_g: 12, volume_ml: 6 },
  { component: 'water', mass_g: 200, volume_ml: 200 },
  { component: 'oil', mass_g: 92, volume_ml: 100 },
] as const;
const PIXELS_A_CM = 9;

/** A kitchen without a formula: what one is, in the order of the work, and the way to the first. */
export function EmptyTable({ onStart }: { onStart?: () => void }) {
  const pictures = [
    <CutIcon key="fish" kind="shape" id="round" />,
    <JarDrawing key="jar" name={says.app.jarOnShow} strata={[...A_JAR]} scale={PIXELS_A_CM} />,
    <span key="time" className="block h-4 w-24 rounded-control bg-best" />,
  ];
  return (
    <section className="mx-auto mt-10 max-w-3xl text-center" data-part="empty-table">
      <h2 className="text-xl">{says.table.empty}</h2>
      <ol className="mt-6 grid gap-6 sm:grid-cols-3">
        {says.table.teaches.map((words, place) => (
          <li key={words} className="rounded-plate border border-line bg-plate p-4">
            <span className="grid h-24 place-items-center">{pictures[place]}</span>
            <p className="mt-2">{words}</p>
          </li>
        ))}
      </ol>
      {onStart && (
        <Button className="mt-6 min-h-11!" onClick={onStart}>
          {names.firstFormula}
        </Button>
      )}
    </section>
  );
}
