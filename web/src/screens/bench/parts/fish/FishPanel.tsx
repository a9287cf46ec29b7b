import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import { Cut } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { fill, names, says } from '@/words';
import { grams } from '@/words/numbers';
import { CautionMarks } from '../readings/CautionMarks';
import { Diners } from './Diners';
import { Cooking } from './heat/Cooking';
import { inShort } from './inShort';
import { Measures } from './Measures';
import { Prep } from './Prep';
import { FISH_PARTS, type FishPart } from './parts';
import { Sides } from './Sides';
import { Species } from './Species';

interface Props {
  part: FishPart;
  onPart: (part: FishPart) => void;
  onScale: () => void;
}

/** The fish: its cut to scale, its weight and measures; below, in short, what is done to it, its heat, and who eats. */
export function FishPanel({ part, onPart, onScale }: Props) {
  const opened = useOpened();
  const { evaluation, value } = opened;
  const fish = evaluation?.fish;
  const contents: Record<FishPart, ReactNode> = {
    measures: (
      <>
        <div className="my-1">
          {/* As high as the cut will be, so that nothing moves when it comes. */}
          {!fish && <div className="h-32" />}
          {fish && (
            <Cut
              fish={fish}
              skin={fish.skin}
              boned={fish.bone === 'in'}
              slashes={Number(value(['fish', 'slashes', 'per_side']) ?? 0)}
            />
          )}
        </div>
        <p className="flex flex-wrap items-baseline gap-x-2">
          <strong className="font-title text-[1.7rem] leading-8 whitespace-nowrap" data-reading="edible">
            {grams(fish?.edible_g)}
          </strong>
          <span className="text-sm text-quiet">
            {fish?.piece_g ? fill(says.fish.ediblePieces, { piece: grams(fish.piece_g) }) : says.fish.edible}
            {fish?.estimated.length ? says.fish.estimated : ''}
          </span>
        </p>
        <Measures onScale={onScale} />
      </>
    ),
    prep: <Prep />,
    heat: <Cooking />,
    sides: <Sides />,
    diners: <Diners />,
  };
  return (
    <section
      aria-label={names.fish}
      className="flex min-h-0 flex-col rounded-plate border border-line bg-plate"
      data-path="/fish"
      tabIndex={-1}
    >
      <div className="px-3.5 pt-2">
        <Species />
        <CautionMarks below="/fish" />
      </div>
      <Tabs.Root
        value={part}
        onValueChange={(picked) => onPart(FISH_PARTS.find((one) => one === picked) ?? 'measures')}
        orientation="vertical"
        className="flex min-h-0 grow flex-col"
      >
        {FISH_PARTS.map((one) => (
          <Tabs.Content key={one} value={one} className="min-h-0 grow overflow-y-auto px-3.5 pb-2">
            {contents[one]}
          </Tabs.Content>
        ))}
        <Tabs.List aria-label={names.aboutFish} className="shrink-0 border-t border-line">
          {FISH_PARTS.map((one) => (
            <Tabs.Trigger
              key={one}
              value={one}
              data-tab={one}
              className="flex min-h-8 w-full items-center gap-2 border-b border-l-4 border-b-line border-l-transparent px-2.5 text-left last:border-b-0 last:rounded-b-plate hover:bg-sunk data-[state=active]:border-l-kelp data-[state=active]:bg-sunk pointer-coarse:min-h-11"
            >
              <span className="shrink-0 data-[on]:font-semibold" data-on={one === part || undefined}>
                {TITLES[one]}
              </span>
              <span className="ml-auto truncate text-right text-sm text-quiet" title={inShort(one, opened)}>
                {inShort(one, opened)}
              </span>
            </Tabs.Trigger>
          ))}
        </Tabs.List>
      </Tabs.Root>
    </section>
  );
}

const TITLES: Record<FishPart, string> = {
  measures: names.fish,
  prep: names.prep,
  heat: names.heat,
  sides: names.sides,
  diners: names.diners,
};
