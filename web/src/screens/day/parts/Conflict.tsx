import { withTheirs } from '@/formula/draft/settle';
import { Button, Dialog } from '@/ui';
import { fill, says } from '@/words';
import { day } from '@/words/day';
import { useService } from '../state/opened';

/** Where two people changed the same thing of a service: one of both is chosen for all of it. */
export function Conflict() {
  const { keeping, keeper, document } = useService();
  const conflicts = keeping.state === 'conflict' ? keeping.conflicts : [];
  function settle(theirs: boolean) {
    const settled = theirs ? withTheirs(document, conflicts) : document;
    // A new object even when all was kept as mine: it has to be sent.
    keeper.change({ ...settled });
    void keeper.send();
  }
  return (
    <Dialog
      open={conflicts.length > 0}
      onOpenChange={() => {}}
      title={says.conflict.head}
      says={says.conflict.says}
    >
      <ul className="mt-3 space-y-1">
        {conflicts.map((one) => (
          <li key={one.path} data-conflict={one.path}>
            {fill(day.conflict, { mine: said(one.yours), theirs: said(one.theirs), was: said(one.base) })}
          </li>
        ))}
      </ul>
      <div className="mt-4 flex justify-end gap-2">
        <Button look="plain" onClick={() => settle(true)}>
          {day.names.takeTheirs}
        </Button>
        <Button onClick={() => settle(false)}>{day.names.keepMine}</Button>
      </div>
    </Dialog>
  );
}

function said(value: unknown): string {
  if (value === null || value === undefined) return says.conflict.notThere;
  if (typeof value !== 'object') return String(value);
  const { name, id } = value as { name?: unknown; id?: unknown };
  return String(name ?? id ?? JSON.stringify(value));
}
