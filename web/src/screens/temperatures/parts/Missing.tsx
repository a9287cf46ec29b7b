import { useState } from 'react';
import type { TemperatureLine } from '@/api';
import { Button, TextInput, Trouble, useTyped } from '@/ui';
import { fill } from '@/words';
import { dayInWords, plain } from '@/words/numbers';
import { temperatures as words } from '@/words/temperatures';

interface Props {
  lines: readonly TemperatureLine[];
  may: boolean;
  /** Says what was done about a line; why that is not kept, where it is not. */
  onSay: (line: TemperatureLine, note: string) => Promise<string | null>;
}

/** What was missed of late and nobody has said anything about: each asks what was done. */
export function Missing({ lines, may, onSay }: Props) {
  if (lines.length === 0) return null;
  return (
    <section
      aria-label={words.names.missing}
      data-part="missing"
      className="rounded-plate border-2 border-stop bg-stop-soft p-3"
    >
      <h2 className="text-lg font-semibold">{words.names.missing}</h2>
      <ul>
        {lines.map((line) => (
          <Missed key={line.id} line={line} may={may} onSay={onSay} />
        ))}
      </ul>
    </section>
  );
}

function Missed({ line, may, onSay }: { line: TemperatureLine } & Omit<Props, 'lines'>) {
  const [note, setNote] = useTyped(`missed/${line.id}`, '');
  const [wrong, setWrong] = useState<string | null>(null);
  const what = `${line.name} ${line.which}`.trim();
  return (
    <li className="mt-2 flex flex-wrap items-center gap-2" data-missed={line.id}>
      <span className="min-w-0 grow">
        <b>
          {dayInWords(line.at)} {line.at.slice(11, 16)}
        </b>{' '}
        {fill(words.read, { what, value: plain(line.value) })}{' '}
        {line.limit && fill(words.limit, { limit: line.limit })}
      </span>
      {may && (
        <form
          className="flex flex-wrap gap-2"
          onSubmit={async (event) => {
            event.preventDefault();
            if (!note.trim()) return;
            const why = await onSay(line, note.trim());
            setWrong(why);
            if (why === null) setNote('');
          }}
        >
          <TextInput
            label={fill(words.names.doneOf, { what })}
            placeholder={words.names.done}
            value={note}
            onType={setNote}
            className="h-11 w-72 max-w-full"
          />
          <Button type="submit" disabled={!note.trim()}>
            {words.names.say}
          </Button>
        </form>
      )}
      <Trouble words={wrong ?? undefined} />
    </li>
  );
}
