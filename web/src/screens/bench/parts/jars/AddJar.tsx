import { useQuery } from '@tanstack/react-query';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import type { Json } from '@/api';
import { kindNames } from '@/document/kinds';
import { useJars } from '@/formula/jars/useJars';
import { useOpened } from '@/formula/opened';
import { Button, Choice, Dialog, TextInput } from '@/ui';
import { fill, names, says } from '@/words';
import { ownShelfQuery, unshelve } from '../../state/ownShelf';
import { JarsOfOther } from './JarsOfOther';
import { Offer } from './Offer';

type Part = { [key: string]: Json };
interface Props {
  open: boolean;
  onClose: () => void;
  onOpenJar: (place: number) => void;
}

const TAB =
  'border-b-2 border-transparent px-3 py-1.5 data-[state=active]:border-kelp data-[state=active]:font-semibold';

/** A jar from the Shelf with its reason, from the kitchen's own Shelf, from another formula, or an empty one. */
export function AddJar({ open, onClose, onOpenJar }: Props) {
  const { pantry, kitchen } = useOpened();
  const { add } = useJars();
  const own = useQuery({ ...ownShelfQuery(kitchen), enabled: open }).data ?? [];
  const [words, setWords] = useState('');
  const [kind, setKind] = useState('');

  function take(jar: Part) {
    onOpenJar(add(jar));
    setWords('');
    onClose();
  }

  const fits = (name: string, reason: string, its: unknown) =>
    (!kind || its === kind) && `${name} ${reason}`.toLowerCase().includes(words.toLowerCase());
  const starters = pantry.shelf.filter((one) => fits(one.name, one.reason, one.kind));
  return (
    <Dialog open={open} onOpenChange={(still) => !still && onClose()} title={names.addJar} wide>
      <Tabs.Root defaultValue="shelf">
        <Tabs.List aria-label={names.whereFrom} className="mt-3 flex border-b border-line">
          <Tabs.Trigger value="shelf" className={TAB}>
            {names.fromShelf}
          </Tabs.Trigger>
          <Tabs.Trigger value="own" className={TAB}>
            {names.ownShelf}
          </Tabs.Trigger>
          <Tabs.Trigger value="other" className={TAB}>
            {names.fromFormula}
          </Tabs.Trigger>
          <Tabs.Trigger value="empty" className={TAB}>
            {names.emptyJar}
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="shelf">
          <div className="mt-3 flex gap-2">
            <TextInput
              label={names.searchShelf}
              placeholder={says.jars.hint}
              value={words}
              onType={setWords}
              className="grow"
            />
            <Choice
              label={names.kindOnShelf}
              value={kind}
              choices={{ '': says.table.everyKind, ...kindNames(pantry) }}
              onPick={setKind}
            />
          </div>
          <ul className="mt-2 grid max-h-[52dvh] gap-1 overflow-auto md:grid-cols-2">
            {starters.map((one) => (
              <li key={one.id}>
                <Offer
                  name={one.name}
                  kind={one.kind}
                  reason={one.reason}
                  onTake={() => take(one.jar as Part)}
                />
              </li>
            ))}
          </ul>
          {starters.length === 0 && <p className="mt-2 text-quiet">{says.jars.noneCalled}</p>}
        </Tabs.Content>
        <Tabs.Content value="own">
          {own.length === 0 && <p className="mt-3 text-quiet">{says.jars.nothingYet}</p>}
          <ul className="mt-2 max-h-[55dvh] overflow-auto">
            {own.map((one) => (
              <li key={one.id} className="flex items-center">
                <span className="grow">
                  <Offer
                    name={one.name}
                    kind={one.kind ?? ''}
                    reason={one.reason || says.jars.noReason}
                    onTake={() => take(one.jar as Part)}
                  />
                </span>
                <Button
                  look="quiet"
                  onClick={() => unshelve(kitchen, one.id)}
                  aria-label={fill(names.takeOffShelf, { jar: one.name })}
                >
                  ×
                </Button>
              </li>
            ))}
          </ul>
        </Tabs.Content>
        <Tabs.Content value="other">
          <JarsOfOther onTake={take} />
        </Tabs.Content>
        <Tabs.Content value="empty" className="mt-3 grid grid-cols-3 gap-1">
          {pantry.kinds.map(({ id, name }) => (
            <Button key={id} look="plain" onClick={() => take({ name, kind: id, lines: [] })}>
              {name}
            </Button>
          ))}
        </Tabs.Content>
      </Tabs.Root>
    </Dialog>
  );
}
