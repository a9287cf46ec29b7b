import { DropdownMenu } from 'radix-ui';
import type { Json } from '@/api';
import { KINDS } from '@/app/texts';
import { JarDrawing, jarHeight, shelfScale } from '@/drawing';
import { useBench } from './BenchContext';
import { list, newId, text } from './document';

const HIGHEST = 104;

/** The jars in the order they touch the fish, all to one scale; the open one is outlined. */
export function Shelf({ open, onOpen }: { open: number; onOpen: (place: number) => void }) {
  const { value, evaluation, readOnly } = useBench();
  const jars = list(value(['jars']));
  const strata = jars.map((_, place) => evaluation?.jars[place]?.reading.strata ?? []);
  const scale = shelfScale(strata, HIGHEST);
  return (
    <section aria-label="Jars in the order they touch the fish" className="shrink-0">
      <div className="flex items-end gap-2 overflow-x-auto px-1">
        {jars.map((_, place) => {
          const kind = text(value(['jars', place, 'kind'])) ?? '';
          const name = text(value(['jars', place, 'name'])) ?? KINDS[kind] ?? 'Jar';
          return (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: jars of a draft may lack an id
              key={place}
              type="button"
              aria-pressed={place === open}
              onClick={() => onOpen(place)}
              className="flex min-w-28 flex-col items-center rounded-control"
              style={{ minHeight: HIGHEST + 36 }}
            >
              <span className="mt-auto">
                <JarDrawing name={name} strata={strata[place] ?? []} scale={scale} open={place === open} />
              </span>
              <span className="h-2 w-full bg-steel" />
              <span className={`mt-1 text-sm ${place === open ? 'font-bold' : 'text-quiet'}`}>
                {place + 1} {name}
              </span>
            </button>
          );
        })}
        {!readOnly && <AddJar height={Math.max(jarHeight([], scale), 64)} onOpen={onOpen} />}
      </div>
    </section>
  );
}

/** A jar from the Shelf with its reason, or an empty one of a kind. */
function AddJar({ height, onOpen }: { height: number; onOpen: (place: number) => void }) {
  const { pantry, value, set } = useBench();
  const place = list(value(['jars'])).length;

  function add(jar: { [key: string]: Json }) {
    const lines = list(jar.lines).map((line) => ({ id: newId(), ...(line as object) }));
    set(['jars', place], { id: newId(), ...jar, lines: lines as Json });
    onOpen(place);
  }

  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-w-28 flex-col items-center rounded-control text-quiet hover:text-ink">
        <span
          className="grid w-11 place-items-center rounded-control border-2 border-dashed border-edge text-2xl"
          style={{ height }}
        >
          +
        </span>
        <span className="h-2 w-full" />
        <span className="mt-1 text-sm">Add a jar</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          className="z-20 max-h-[70dvh] w-96 overflow-auto rounded-plate border border-line bg-plate p-1.5 shadow-xl"
        >
          <DropdownMenu.Label className="px-2 py-1 text-sm text-quiet">From the Shelf</DropdownMenu.Label>
          {pantry.shelf.map((starter) => (
            <DropdownMenu.Item
              key={starter.id}
              onSelect={() => add(starter.jar as { [key: string]: Json })}
              className="rounded-control px-2 py-1.5 data-highlighted:bg-kelp-soft"
            >
              <span className="font-semibold">{String(starter.jar.name)}</span>
              <span className="block text-sm text-quiet">{starter.reason}</span>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Label className="px-2 py-1 text-sm text-quiet">An empty jar</DropdownMenu.Label>
          <div className="grid grid-cols-3">
            {Object.entries(KINDS).map(([kind, name]) => (
              <DropdownMenu.Item
                key={kind}
                onSelect={() => add({ name, kind, lines: [] })}
                className="rounded-control px-2 py-1.5 data-highlighted:bg-kelp-soft"
              >
                {name}
              </DropdownMenu.Item>
            ))}
          </div>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
