import { patched } from '@/document/patch';
import { type Proposal, useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { Differences } from '@/formula/whole/Differences';
import { Button, Dialog, Trouble } from '@/ui';
import { names, says } from '@/words';
import { DialogFoot } from '../DialogFoot';

interface Props {
  proposal: Proposal | null;
  onClose: () => void;
}

/** A change with all that it changes, before it is taken. */
export function ChangePreview({ proposal, onClose }: Props) {
  const { document, apply } = useOpened();
  const after = proposal && patched(document, proposal.patch);
  const { answer, problem } = useQuestion('compare', after && { after });
  return (
    <Dialog
      open={proposal !== null}
      onOpenChange={(open) => !open && onClose()}
      title={proposal?.title ?? ''}
      says={proposal?.says}
    >
      <div className="mt-4 min-h-24">
        {answer && <Differences differences={answer.differences} />}
        {!answer && !problem && <p className="text-quiet">{says.changes.reckoning}</p>}
        <Trouble words={problem?.detail} />
      </div>
      <DialogFoot>
        <Button look="quiet" onClick={onClose}>
          {names.leaveIt}
        </Button>
        <Button
          onClick={() => {
            if (proposal) apply(proposal.patch);
            onClose();
          }}
        >
          {names.makeChange}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
