import { list, text } from '@/document/document';
import { keepable } from '@/document/typed';
import { useOpened } from '@/formula/opened';
import { Choice, Dialog, TextInput } from '@/ui';

/** What is said of the formula as a whole: notes, tags to find it by, and which spoons it means. */
export function AboutDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { value, set, readOnly } = useOpened();
  const tags = list(value(['tags'])).map(String);
  const write = (typed: string) => {
    const words = typed.split(',').map((tag) => tag.trimStart());
    set(['tags'], words.some(Boolean) ? words : undefined);
  };
  return (
    <Dialog open={open} onOpenChange={(still) => !still && onClose()} title="About this formula">
      <p className="mt-3 font-semibold">Tags, parted by commas</p>
      <TextInput
        label="Tags"
        value={tags.join(',')}
        disabled={readOnly}
        onType={write}
        className="mt-1 w-full"
      />
      <p className="mt-3 font-semibold">Spoons and cups are</p>
      <Choice
        label="Spoons and cups"
        value={text(value(['measures'])) ?? 'us'}
        choices={{ us: 'US (tsp 4.93 ml, cup 237 ml)', metric: 'metric (tsp 5 ml, cup 250 ml)' }}
        disabled={readOnly}
        onPick={(picked) => set(['measures'], picked)}
        className="mt-1"
      />
      <p className="mt-3 font-semibold">Notes</p>
      <textarea
        aria-label="Notes"
        rows={6}
        disabled={readOnly}
        value={text(value(['notes'])) ?? ''}
        onChange={(event) => set(['notes'], keepable(event.target.value))}
        className="mt-1 w-full rounded-control border border-edge bg-plate p-2"
      />
    </Dialog>
  );
}
