import { useQuery } from '@tanstack/react-query';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { type CorrectionChoice, type Json, sessionQuery } from '@/api';
import { useJarName } from '@/formula/jars/useJarName';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { announce, Button, Dialog, Trouble, useTyped } from '@/ui';
import { fill, says } from '@/words';
import { amounts } from '@/words/amounts';
import { DialogFoot } from '../DialogFoot';
import { Choices } from './Choices';
import { Grams, isMass, Record, Tastes, WentIn } from './happened';

const TAB =
  'border-b-2 border-transparent px-3 py-1.5 data-[state=active]:border-kelp data-[state=active]:font-semibold';
const TABS = ['weighed', 'spilled', 'fish', 'tastes', 'reduced'] as const;
type Tab = (typeof TABS)[number];
export type Taste = keyof typeof amounts.tastes;

/** What was said, and not taken as a correction yet. */
interface Said {
  onFish: boolean;
  weighed: { [line: string]: Json };
  figures: { [what: string]: Json };
  taste: Taste | null;
}
const NOTHING: Said = { onFish: false, weighed: {}, figures: {}, taste: null };

const above = (typed: Json): number | null => (typeof typed === 'number' && typed > 0 ? typed : null);

/** What went otherwise than planned, and what can be done about it: choices with the readings before and after. */
export default function CorrectDialog({ jar, onClose }: { jar: number; onClose: () => void }) {
  const { kitchen, formula, apply } = useOpened();
  const nameOf = useJarName();
  const initials = useQuery(sessionQuery).data?.person?.initials ?? null;
  const [at] = useState(() => new Date().toISOString());
  const [tab, setTab] = useState<Tab>('weighed');
  const [said, type] = useTyped(`correct/${kitchen}/${formula}/${jar}`, NOTHING);
  const { onFish, weighed, figures, taste } = said;
  const inside = Object.fromEntries(
    Object.entries(weighed).filter((one): one is [string, number] => isMass(one[1])),
  );
  const [spilled, fish, wanted, now] = ['spilled', 'fish', 'wanted', 'now'].map((one) =>
    above(figures[one] ?? null),
  );
  const happened = {
    weighed: Object.keys(inside).length ? {} : null,
    spilled: spilled ? { spilled_g: spilled } : null,
    fish: fish ? { fish_g: fish } : null,
    tastes: taste ? { taste } : null,
    reduced: wanted && now ? { reduced_g: [wanted, now] as [number, number] } : null,
  }[tab];
  const asked = happened && { jar, weighed: inside, on_fish: onFish, at, initials, ...happened };
  const { answer, problem, busy } = useQuestion('correct', asked);
  const take = (choice: CorrectionChoice) => {
    apply(choice.patch);
    type(NOTHING);
    announce(amounts.correct.taken);
    onClose();
  };
  const wrong = (typed: Json | undefined) =>
    (typed ?? null) !== null && above(typed ?? null) === null ? says.app.aboveNothing : undefined;
  const field = (what: string, label: string) => (
    <Grams
      label={label}
      value={figures[what]}
      fault={wrong(figures[what])}
      onType={(one) => type({ ...said, figures: { ...figures, [what]: one } })}
    />
  );
  return (
    <Dialog
      open
      onOpenChange={(still) => !still && onClose()}
      title={fill(amounts.names.correctTitle, { jar: nameOf(jar) })}
      says={amounts.correct.says}
      wide
    >
      <Tabs.Root value={tab} onValueChange={(picked) => setTab(picked as Tab)}>
        <Tabs.List aria-label={amounts.names.what} className="mt-3 flex flex-wrap border-b border-line">
          {TABS.map((one) => (
            <Tabs.Trigger key={one} value={one} className={TAB}>
              {amounts.correct[one]}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="weighed">
          <WentIn jar={jar} weighed={weighed} onType={(next) => type({ ...said, weighed: next })} />
        </Tabs.Content>
        <Tabs.Content value="spilled">
          {field('spilled', amounts.names.spilled)}
          <p className="mt-1 text-sm text-quiet">{amounts.correct.planAsIs}</p>
        </Tabs.Content>
        <Tabs.Content value="fish">
          {field('fish', amounts.names.fishWeighs)}
          <p className="mt-1 text-sm text-quiet">{amounts.correct.planAsIs}</p>
        </Tabs.Content>
        <Tabs.Content value="tastes">
          <Tastes taste={taste} onPick={(one) => type({ ...said, taste: one })} />
        </Tabs.Content>
        <Tabs.Content value="reduced">
          {field('wanted', amounts.names.wanted)}
          {field('now', amounts.names.weighsNow)}
        </Tabs.Content>
      </Tabs.Root>
      <label className="mt-2 flex items-center gap-2">
        <input
          type="checkbox"
          checked={onFish}
          onChange={(event) => type({ ...said, onFish: event.target.checked })}
        />
        {amounts.names.onFish}
      </label>
      <Trouble words={problem?.detail} />
      {!asked && <p className="mt-3 text-quiet">{amounts.correct.nothing}</p>}
      {answer && <Choices answer={answer} busy={busy} onTake={take} />}
      <Record jar={jar} />
      <DialogFoot>
        {said !== NOTHING && (
          <Button look="quiet" onClick={() => type(NOTHING)}>
            {amounts.correct.clear}
          </Button>
        )}
        <Button look="quiet" onClick={onClose}>
          {amounts.names.close}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
