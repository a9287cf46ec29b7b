import { type FormEvent, useState } from 'react';
import { Problem, type VersionItem } from '@/api';
import { Button, Dialog, Field } from '@/ui';

interface KeepProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  versions: VersionItem[];
  onKeep: (note: string) => Promise<void>;
}

/** Keeps the draft as a version with a note; the versions so far stand below. */
export function KeepVersion({ open, onOpenChange, versions, onKeep }: KeepProps) {
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);

  async function keep(event: FormEvent) {
    event.preventDefault();
    try {
      await onKeep(note);
      setNote('');
      setProblem(null);
      onOpenChange(false);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(error);
    }
  }

  const errors = (problem?.body as { errors?: { path: string; text: string }[] } | null)?.errors ?? [];
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={`Keep version ${(versions[0]?.number ?? 0) + 1}`}
      says="A version never changes again; the draft goes on from it."
    >
      <form onSubmit={keep}>
        <Field
          id="note"
          label="What is different in it?"
          value={note}
          onType={(text) => setNote(String(text))}
        />
        {problem && (
          <div role="alert" className="mt-3 rounded-control bg-stop-soft p-2 text-stop">
            {problem.detail}
            {errors.map((error) => (
              <p key={error.path}>{error.text}</p>
            ))}
          </div>
        )}
        <div className="mt-4 flex justify-end gap-2">
          <Button look="quiet" onClick={() => onOpenChange(false)}>
            Not now
          </Button>
          <Button type="submit">Keep it</Button>
        </div>
      </form>
      {versions.length > 0 && (
        <ol className="mt-4 border-t border-line pt-3 text-sm">
          {versions.map((version) => (
            <li key={version.number} className="flex gap-3 py-0.5">
              <strong>{version.number}</strong>
              <span className="grow">{version.note || 'no note'}</span>
              <span className="text-quiet">
                {version.created_by}, {new Date(version.created_at).toLocaleDateString('en-GB')}
              </span>
            </li>
          ))}
        </ol>
      )}
    </Dialog>
  );
}
