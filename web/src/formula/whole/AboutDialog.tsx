import { list, text } from '@/document/document';
import { keepable } from '@/document/typed';
import { useOpened } from '@/formula/opened';
import { Choice, Dialog, TextInput } from '@/ui';
import { names, says } from '@/words';

/** What is said of the formula as a whole: notes, tags to find it by, and which spoons it means. */
export function AboutDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { value, set, readOnly } = useOpened();
  const tags = list(value(['tags'])).map(String);
  const write = (typed: string) => {
    const words = typed.split(',').map((tag) => tag.trimStart());
    set(['tags'], words.some(Boolean) ? words : undefined);
  };
  return (
    <Dialog open={open} onOpenChange={(still) => !still && onClose()} title={says.about.head}>
      <p className="mt-3 font-semibold">{says.about.tags}</p>
      <TextInput
        label={names.tags}
        value={tags.join(',')}
        disabled={readOnly}
        onType={write}
        className="mt-1 w-full"
      />
      <p className="mt-3 font-semibold">{says.about.measures}</p>
      <Choice
        label={names.measures}
        value={text(value(['measures'])) ?? 'us'}
        choices={{ us: says.about.us, metric: says.about.metric }}
        disabled={readOnly}
        onPick={(picked) => set(['measures'], picked)}
        className="mt-1"
      />
      <p className="mt-3 font-semibold">{names.notes}</p>
      <textarea
        aria-label={names.notes}
        rows={6}
        disabled={readOnly}
        value={text(value(['notes'])) ?? ''}
        onChange={(event) => set(['notes'], keepable(event.target.value))}
        className="mt-1 w-full rounded-control border border-edge bg-plate p-2"
      />
    </Dialog>
  );
}
