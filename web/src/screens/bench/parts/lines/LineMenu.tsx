import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import type { Json } from '@/api';
import { put } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, MenuItem, menuLook } from '@/ui';
import { fill, names, says, terms } from '@/words';
import type { LineOnBench } from '../../state/useLine';
import { SwapDialog } from './SwapDialog';

interface Props {
  own: LineOnBench;
  jar: number;
  line: number;
  last: number;
  onMove: (from: number, to: number) => void;
}

/** What can be done with a line: swapped, written as a range or not at all, held back, moved, taken out. */
export function LineMenu({ own, jar, line, last, onMove }: Props) {
  const { value, set, way, name, ranged, unstated } = own;
  const { latest, change } = useOpened();
  const [swapping, setSwapping] = useState(false);
  const amount = (value([...way, 'amount']) ?? {}) as { [key: string]: Json };
  const when = value([...way, 'when']) ?? 'jar';
  const prepared = value([...way, 'prepared']) ?? 'none';
  const steady = value([...way, 'exponent']) === 1;

  function range() {
    const { value: one, low, high: _, unstated: __, ...rest } = amount;
    set(
      [...way, 'amount'],
      ranged ? { ...rest, value: low ?? null } : { ...rest, low: one ?? null, high: one ?? null },
    );
  }

  /** Soaked, squeezed, or as it is: then nothing is said of how much goes in. */
  function makeReady(how: string) {
    const line = put(latest(), [...way, 'prepared_share'], undefined);
    change(put(line, [...way, 'prepared'], how === 'none' ? undefined : how));
  }

  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button
            look="quiet"
            className="min-h-8! px-2!"
            aria-label={fill(names.moreFor, { line: name ?? says.lines.this })}
          >
            …
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={menuLook}>
            <MenuItem onSelect={() => setSwapping(true)}>{names.swap}</MenuItem>
            <MenuItem onSelect={range}>{ranged ? names.asOneAmount : names.asRange}</MenuItem>
            {!unstated && (
              <MenuItem
                onSelect={() => set([...way, 'amount'], { unit: amount.unit ?? null, unstated: true })}
              >
                {names.leaveUnstated}
              </MenuItem>
            )}
            {Object.entries(terms.choices.when)
              .filter(([one]) => one !== when)
              .map(([one, words]) => (
                <MenuItem key={one} onSelect={() => set([...way, 'when'], one)}>
                  {fill(names.putIt, { when: words })}
                </MenuItem>
              ))}
            {own.result && (own.result.exponent < 1 || steady) && (
              <MenuItem onSelect={() => set([...way, 'exponent'], steady ? undefined : 1)}>
                {steady ? names.growGently : names.growInStep}
              </MenuItem>
            )}
            {Object.entries(terms.choices.prepared)
              .filter(([one]) => one !== prepared)
              .map(([one, words]) => (
                <MenuItem key={one} onSelect={() => makeReady(one)}>
                  {fill(names.goesInAs, { how: words })}
                </MenuItem>
              ))}
            {value([...way, 'age']) === undefined && (
              <MenuItem onSelect={() => set([...way, 'age'], { unit: 'd', value: null })}>
                {names.sayAge}
              </MenuItem>
            )}
            <MenuItem disabled={line === 0} onSelect={() => onMove(line, line - 1)}>
              {names.moveUp}
            </MenuItem>
            <MenuItem disabled={line >= last} onSelect={() => onMove(line, line + 1)}>
              {names.moveDown}
            </MenuItem>
            <MenuItem onSelect={() => set(way, undefined)}>{names.takeOut}</MenuItem>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <SwapDialog
        open={swapping}
        onClose={() => setSwapping(false)}
        jar={jar}
        line={line}
        name={name ?? ''}
      />
    </>
  );
}
