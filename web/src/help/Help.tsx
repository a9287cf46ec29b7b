import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sessionQuery } from '@/api';
import { Dialog, TextInput, useSingleKeys } from '@/ui';
import { fill, names } from '@/words';
import { help } from '@/words/help';

/** The screens that help is given on. */
export type Screen = keyof typeof help.screens;

interface Props {
  screen: Screen;
  open: boolean;
  onClose: () => void;
}

/** Help, on every screen the same: what one does here, the keys, and every word of the trade that the page uses. */
export default function Help({ screen, open, onClose }: Props) {
  const [sought, setSought] = useState('');
  const [keys, turnKeys] = useSingleKeys();
  const program = useQuery(sessionQuery).data?.program;
  const has = (...texts: string[]) => texts.join(' ').toLowerCase().includes(sought.trim().toLowerCase());
  const here = help.screens[screen].filter((words) => has(words));
  const pressed = Object.entries(help.pressed).filter(([key, does]) => has(key, does));
  const words = help.glossary.filter(([word, means]) => has(word, means));
  return (
    <Dialog open={open} onOpenChange={(still) => !still && onClose()} title={names.help} wide>
      <TextInput
        label={names.searchHelp}
        type="search"
        placeholder={help.hint}
        className="mt-2 w-full"
        value={sought}
        onType={setSought}
      />
      <div role="status" className="sr-only">
        {sought && here.length + pressed.length + words.length === 0 && help.nothing}
      </div>
      {here.length > 0 && (
        <section className="mt-4" data-part="help-here">
          <h3 className="text-base">{help.here}</h3>
          <ul className="mt-1 list-disc space-y-1 pl-5">
            {here.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </section>
      )}
      {pressed.length > 0 && (
        <section className="mt-4" data-part="help-keys">
          <h3 className="text-base">{help.keys}</h3>
          <dl className="mt-1 grid grid-cols-[8.5rem_1fr] gap-y-1">
            {pressed.map(([key, does]) => (
              <div key={key} className="contents">
                <dt>
                  <kbd className="rounded-control border border-edge bg-sunk px-2 py-0.5 whitespace-nowrap">
                    {key}
                  </kbd>
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-2 flex min-h-6 items-center gap-2">
            <input type="checkbox" checked={keys} onChange={(event) => turnKeys(event.target.checked)} />
            {names.singleKeys}
          </label>
          <p className="text-sm text-quiet">{help.keysSay}</p>
        </section>
      )}
      {words.length > 0 && (
        <section className="mt-4" data-part="help-words">
          <h3 className="text-base">{help.words}</h3>
          <dl className="mt-1 grid gap-x-4 gap-y-1.5 sm:grid-cols-[10rem_1fr]">
            {words.map(([word, means]) => (
              <div key={word} className="contents">
                <dt className="font-semibold">{word}</dt>
                <dd>{means}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
      {program && (
        <p className="mt-4 text-sm text-quiet" data-part="program">
          {fill(help.program, { program: program.replace(/^jarcore /, '') })}
        </p>
      )}
      {here.length + pressed.length + words.length === 0 && <p className="mt-4 text-quiet">{help.nothing}</p>}
    </Dialog>
  );
}
