import { DropdownMenu } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import { Problem } from '@/api';
import { isObject, text } from '@/document/document';
import { useJarName } from '@/formula/jars/useJarName';
import { useJars } from '@/formula/jars/useJars';
import { useOpened } from '@/formula/opened';
import { announce, Button, Dialog, Field, MenuItem, menuLook } from '@/ui';
import { fill, names, says } from '@/words';
import { keepOnShelf } from '../../state/ownShelf';

interface Props {
  place: number;
  onOpenJar: (place: number) => void;
}

/** What can be done with the open jar as a whole. */
export function JarMenu({ place, onOpenJar }: Props) {
  const { value } = useOpened();
  const { jars, move, double, take } = useJars();
  const nameOf = useJarName();
  const [saving, setSaving] = useState(false);
  const go = (to: number) => {
    move(place, to);
    onOpenJar(to);
    const what = nameOf(place);
    announce(fill(says.sorting.down, { what, place: to + 1, all: jars.length }));
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button look="quiet" className="min-h-8! px-2!" aria-label={names.moreForJar}>
            {says.jars.menu}
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={menuLook}>
            <MenuItem onSelect={() => double(place)}>{names.duplicate}</MenuItem>
            <MenuItem disabled={place === 0} onSelect={() => go(place - 1)}>
              {names.earlier}
            </MenuItem>
            <MenuItem disabled={place >= jars.length - 1} onSelect={() => go(place + 1)}>
              {names.later}
            </MenuItem>
            <MenuItem onSelect={() => setSaving(true)}>{names.saveToShelf}</MenuItem>
            <MenuItem onSelect={() => take(place)}>{names.takeAway}</MenuItem>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <SaveToShelf
        open={saving}
        onClose={() => setSaving(false)}
        place={place}
        name={text(value(['jars', place, 'name'])) ?? ''}
      />
    </>
  );
}

interface SaveProps {
  open: boolean;
  onClose: () => void;
  place: number;
  name: string;
}

function SaveToShelf({ open, onClose, place, name }: SaveProps) {
  const { value, kitchen } = useOpened();
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);

  async function save(event: FormEvent) {
    event.preventDefault();
    try {
      const jar = value(['jars', place]);
      if (!isObject(jar)) return setProblem(says.jars.noJar);
      await keepOnShelf(kitchen, jar, reason);
      setReason('');
      setProblem(null);
      onClose();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(error.detail);
    }
  }

  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && onClose()}
      title={fill(says.jars.save, { jar: name })}
      says={says.jars.saveSays}
    >
      <form onSubmit={save}>
        <Field id="reason" label={names.goodFor} value={reason} onType={setReason} />
        {problem && (
          <p role="alert" className="mt-2 text-stop">
            {problem}
          </p>
        )}
        <div className="mt-4 flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            {names.notNow}
          </Button>
          <Button type="submit">{names.saveIt}</Button>
        </div>
      </form>
    </Dialog>
  );
}
