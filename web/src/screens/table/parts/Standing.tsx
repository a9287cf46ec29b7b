import { Link } from '@tanstack/react-router';
import type { FormulaItem, Pantry } from '@/api';
import { kindOf } from '@/document/kinds';
import { JarDrawing } from '@/drawing';
import { type Choosable, LazyMenu } from '@/ui';
import { fill, names, says } from '@/words';
import { duration, grams, since } from '@/words/numbers';

interface Props {
  item: FormulaItem;
  pantry: Pantry | undefined;
  kitchen: string;
  /** What can be done with it, where something can. */
  menu?: Choosable[];
  scale: number;
  high: number;
}

const TONES: Record<FormulaItem['card']['tone'], string> = {
  calm: 'text-best',
  care: 'text-warn',
  grave: 'font-semibold text-stop',
};

/** One formula: its jars to one scale with all others, its fish, what is kept of it. */
export function Standing({ item, pantry, kitchen, menu, scale, high }: Props) {
  const { card } = item;
  // Their names come with the pantry: until then none, for an id is no word.
  const jars = card.jars.map((jar) =>
    [pantry && (kindOf(pantry, jar.kind)?.name ?? jar.kind), jar.planned_min && duration(jar.planned_min)]
      .filter(Boolean)
      .join(' '),
  );
  return (
    <li className="relative">
      <Link
        to="/$kitchen/formula/$formula/bench"
        params={{ kitchen, formula: String(item.id) }}
        className="block rounded-plate border border-line bg-plate p-4 pb-3 transition-shadow hover:shadow-md"
      >
        <div className="flex items-end gap-3 border-b-[6px] border-steel px-2" style={{ height: high + 12 }}>
          {card.jars.map((jar, place) => (
            <JarDrawing
              // biome-ignore lint/suspicious/noArrayIndexKey: jars of a draft may lack an id
              key={place}
              name={jar.name ?? kindOf(pantry, jar.kind)?.name ?? says.table.jar}
              strata={jar.strata}
              scale={scale}
            />
          ))}
          {card.jars.length === 0 && <span className="pb-2 text-quiet">{says.table.noJar}</span>}
        </div>
        <h2 className="mt-3 text-lg">{item.title}</h2>
        <p className="text-quiet">
          {card.fish ?? says.table.noFish}
          {card.edible_g ? `, ${grams(card.edible_g)}` : ''}
          {jars.some(Boolean) && ` · ${jars.filter(Boolean).join(', ')}`}
        </p>
        {card.verdict && (
          <p
            className={`mt-1 line-clamp-2 text-sm ${TONES[card.tone]}`}
            title={card.verdict}
            data-tone={card.tone}
            data-standing={card.standing}
          >
            {card.verdict}
          </p>
        )}
        <p className="mt-1 flex justify-between gap-2 text-sm text-quiet">
          <span>
            {item.latest_version
              ? fill(says.table.kept, { number: item.latest_version })
              : says.table.draftOnly}
          </span>
          <span data-part="changed">
            {fill(says.table.changed, { when: since(new Date(item.updated_at)) })}
          </span>
        </p>
        {item.tags.length > 0 && (
          <p className="mt-1 flex flex-wrap gap-1 text-sm text-quiet">
            {item.tags.map((tag) => (
              <span key={tag} className="rounded-control border border-line px-1.5">
                {tag}
              </span>
            ))}
          </p>
        )}
      </Link>
      {menu && (
        <LazyMenu
          label={fill(names.moreForFormula, { title: item.title })}
          look="absolute top-2 right-2 size-9 rounded-control text-quiet hover:bg-sunk pointer-coarse:size-11"
          button="…"
          choices={menu}
        />
      )}
    </li>
  );
}
