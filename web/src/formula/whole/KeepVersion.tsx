import { type FormEvent, useState } from 'react';
import { Problem, type VersionItem } from '@/api';
import { useOpened } from '@/formula/opened';
import { Button, Dialog, Field } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { day } from '@/words/numbers';

/** What is said of a version as it is kept. */
export interface Said {
  note: string;
  initials: string;
  not_to_be_cooked: boolean;
}

interface KeepProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  versions: VersionItem[];
  onKeep: (said: Said) => Promise<void>;
}

const NOTHING: Said = { note: '', initials: '', not_to_be_cooked: false };

/** Keeps the draft as a version with a note; one that is not ready only by somebody who says so. */
export function KeepVersion({ open, onOpenChange, versions, onKeep }: KeepProps) {
  const { evaluation } = useOpened();
  const [said, setSaid] = useState(NOTHING);
  const [problem, setProblem] = useState<Problem | null>(null);
  const standing = evaluation?.standing ?? 'ready';
  const refused = standing === 'not_to_be_cooked';
  // What cannot be read cannot be kept by anybody: it is mended first.
  const unread = evaluation?.not_ready.some((reason) => reason.grade === 'unread') ?? false;
  const asked = standing !== 'ready' && !unread;
  const told =
    !unread && (standing === 'ready' || (said.initials.trim() !== '' && (!refused || said.not_to_be_cooked)));

  async function keep(event: FormEvent) {
    event.preventDefault();
    if (!told) return;
    try {
      await onKeep(said);
      setSaid(NOTHING);
      setProblem(null);
      onOpenChange(false);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setProblem(error);
    }
  }

  const why = unread ? says.version.unread : refused ? says.version.refused : says.version.notReady;
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={fill(says.version.head, { number: (versions[0]?.number ?? 0) + 1 })}
      says={says.version.says}
    >
      <form onSubmit={keep}>
        {standing !== 'ready' && (
          <section
            aria-label={names.whyNotReady}
            data-standing={standing}
            className={`mt-3 rounded-control p-2 ${refused ? 'bg-stop-soft text-stop' : 'bg-warn-soft text-warn'}`}
          >
            <h3>{why}</h3>
            <ul className="mt-1 list-disc pl-5 text-sm">
              {evaluation?.not_ready.map((reason) => (
                <li key={reason.path + reason.text}>{reason.text}</li>
              ))}
            </ul>
          </section>
        )}
        <Field
          id="note"
          label={names.whatIsDifferent}
          value={said.note}
          onType={(note) => setSaid({ ...said, note })}
        />
        {asked && (
          <Field
            id="kept-by"
            label={names.keptBy}
            value={said.initials}
            onType={(initials) => setSaid({ ...said, initials })}
            maxLength={8}
          />
        )}
        {asked && refused && (
          <label className="mt-3 flex min-h-9 items-center gap-2 font-semibold">
            <input
              type="checkbox"
              checked={said.not_to_be_cooked}
              onChange={(event) => setSaid({ ...said, not_to_be_cooked: event.target.checked })}
            />
            {names.notToBeCooked}
          </label>
        )}
        {problem && (
          <div role="alert" className="mt-3 rounded-control bg-stop-soft p-2 text-stop">
            {problem.detail}
            {problem.errors.map((error) => (
              <p key={error.path}>{error.text}</p>
            ))}
          </div>
        )}
        <div className="mt-4 flex justify-end gap-2">
          <Button look="quiet" onClick={() => onOpenChange(false)}>
            {names.notNow}
          </Button>
          <Button type="submit" disabled={!told}>
            {!asked ? names.keepReady : refused ? names.keepNotToBeCooked : names.keepNotReady}
          </Button>
        </div>
      </form>
      {versions.length > 0 && (
        <ol className="mt-4 border-t border-line pt-3 text-sm">
          {versions.map((version) => (
            <li key={version.number} className="flex gap-3 py-0.5" data-version={version.number}>
              <strong>{version.number}</strong>
              <span className="grow">
                {version.note || says.version.noNote}
                {version.standing !== 'ready' && (
                  <strong className="ml-2 text-stop">{marked(version)}</strong>
                )}
              </span>
              <span className="text-quiet">
                {fill(says.version.made, {
                  who: version.created_by,
                  date: day(new Date(version.created_at)),
                })}
              </span>
            </li>
          ))}
        </ol>
      )}
    </Dialog>
  );
}

/** That a version is not ready, in words, and who kept it all the same. */
function marked({ standing, initials }: VersionItem): string {
  const words = terms.standing[standing].toLowerCase();
  return initials ? fill(says.version.keptBy, { standing: words, initials }) : words;
}
