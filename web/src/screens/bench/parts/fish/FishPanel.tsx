import { Tabs } from 'radix-ui';
import { Cut } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { fill, names, says } from '@/words';
import { grams } from '@/words/numbers';
import { CautionMarks } from '../readings/CautionMarks';
import { Cooking } from './Cooking';
import { Diners } from './Diners';
import { Measures } from './Measures';
import { Prep } from './Prep';
import { Species } from './Species';

const TAB =
  'grow border-b-2 border-line py-1 text-sm data-[state=active]:border-kelp data-[state=active]:font-semibold';

/** The fish: its cut to scale, its weight and measures, what is done to it first, its heat, and who eats. */
export function FishPanel({ className, onScale }: { className: string; onScale: () => void }) {
  const { evaluation, pantry, value } = useOpened();
  const fish = evaluation?.fish;
  const species = pantry.species.find((one) => one.id === value(['fish', 'species']));
  return (
    <section
      aria-label={names.fish}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so keys must reach it
      tabIndex={0}
      className={`overflow-y-auto rounded-plate border border-line bg-plate p-3.5 pt-2.5 ${className}`}
    >
      <Species />
      <p className="text-sm text-quiet">{species?.flesh}</p>
      <CautionMarks below="/fish" />
      <div className="my-1.5">
        {fish && (
          <Cut
            fish={fish}
            skin={fish.skin}
            boned={fish.bone === 'in'}
            slashes={Number(value(['fish', 'slashes', 'per_side']) ?? 0)}
          />
        )}
      </div>
      <p className="flex items-baseline justify-between gap-2 pb-1">
        <strong className="font-title text-2xl whitespace-nowrap" data-reading="edible">
          {grams(fish?.edible_g)}
        </strong>
        <span className="text-right text-sm text-quiet">
          {fish?.piece_g ? fill(says.fish.ediblePieces, { piece: grams(fish.piece_g) }) : says.fish.edible}
          {fish?.estimated.length ? says.fish.estimated : ''}
        </span>
      </p>
      <Tabs.Root defaultValue="measures">
        <Tabs.List aria-label={names.aboutFish} className="flex">
          <Tabs.Trigger value="measures" className={TAB}>
            {names.fish}
          </Tabs.Trigger>
          <Tabs.Trigger value="prep" className={TAB}>
            {names.prep}
          </Tabs.Trigger>
          <Tabs.Trigger value="heat" className={TAB}>
            {names.heat}
          </Tabs.Trigger>
          <Tabs.Trigger value="diners" className={TAB}>
            {names.diners}
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="measures">
          <Measures onScale={onScale} />
        </Tabs.Content>
        <Tabs.Content value="prep">
          <Prep />
        </Tabs.Content>
        <Tabs.Content value="heat">
          <Cooking />
        </Tabs.Content>
        <Tabs.Content value="diners">
          <Diners />
        </Tabs.Content>
      </Tabs.Root>
    </section>
  );
}
