import { Dialog } from '@/ui';
import { names, says } from '@/words';
import { ANYWHERE, SHORTCUTS } from '../../state/shortcuts';

interface Props {
  open: boolean;
  onClose: () => void;
  on: boolean;
  onSwitch: (on: boolean) => void;
}

/** The list of keys, and a switch for those of a single letter. */
export function KeysDialog({ open, onClose, on, onSwitch }: Props) {
  return (
    <Dialog
      open={open}
      onOpenChange={(still) => !still && onClose()}
      title={names.keys}
      says={says.keys.says}
    >
      <dl className="mt-3 grid grid-cols-[7rem_1fr] gap-y-1.5">
        {[...SHORTCUTS, ...ANYWHERE].map((one) => (
          <div key={one.key} className="contents">
            <dt>
              <kbd className="rounded-control border border-edge bg-sunk px-2 py-0.5">{one.key}</kbd>
            </dt>
            <dd>{one.does}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex items-center gap-2">
        <input type="checkbox" checked={on} onChange={(event) => onSwitch(event.target.checked)} />
        {names.singleKeys}
      </label>
    </Dialog>
  );
}
