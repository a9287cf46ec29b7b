import { Link } from '@tanstack/react-router';
import type { FormulaItem, Pantry } from '@/api';
import { kindOf } from '@/document/kinds';
import { JarDrawing } from '@/drawing';
import { fill, says, terms } from '@/words';
import { grams } from '@/words/numbers';

interface Props {
  item: FormulaItem;
  pantry: Pantry | undefined;
  kitchen: string;
  scale: number;
  high: number;
}

/** One formula: its jars to one scale with all others, its fish, what is kept of it. */
export function Standing({ item, pantry, kitchen, scale, high }: Props) {
  const { card } = item;
  const kinds = [...new Set(card.jars.map((jar) => jar.kind ?? ''))].filter(Boolean);
  return (
    <li>
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
          {card.edible_g ? `, ${grams(card.edible_g)}` : ''} ·{' '}
          {/* Their names come with the pantry: until then none, for an id is no word. */}
          {pantry && kinds.map((kind) => kindOf(pantry, kind)?.name ?? kind).join(', ')}
        </p>
        <p className="mt-1 flex items-center gap-2 text-sm text-quiet">
          <span>
            {item.latest_version
              ? fill(says.table.kept, { number: item.latest_version })
              : says.table.draftOnly}
          </span>
          {card.standing !== 'ready' && (
            <span
              data-standing={card.standing}
              className={`rounded-control px-1.5 ${card.standing === 'not_to_be_cooked' ? 'bg-stop-soft font-semibold text-stop' : 'bg-warn-soft text-warn'}`}
            >
              {terms.standing[card.standing].toLowerCase()}
            </span>
          )}
          {item.tags.map((tag) => (
            <span key={tag} className="rounded-control border border-line px-1.5">
              {tag}
            </span>
          ))}
        </p>
      </Link>
    </li>
  );
}
