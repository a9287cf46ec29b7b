import { useState } from 'react';
import type { AnswerOf } from '@/api';
import { list, text, within } from '@/document/document';
import { patched } from '@/document/patch';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { Differences } from '@/formula/whole/Differences';
import { announce, Button, Choice, Dialog, TextInput, Trouble } from '@/ui';
import { fill, named, says, terms } from '@/words';
import { amounts } from '@/words/amounts';
import { grams } from '@/words/numbers';

const words = amounts.without;
type Line = AnswerOf<'substitute'>['lines'][number];
const keyOf = (line: Line) => `${line.jar}/${line.line}`;

/** What was typed, parted by commas. */
const parted = (typed: string): string[] =>
  typed
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

/** Substitutes for all that may not be in it, several at once: what each keeps and cannot, and what all of it changes. */
export default function WithoutDialog({ onClose }: { onClose: () => void }) {
  const { document, value, apply } = useOpened();
  const avoided = list(value(['diners'])).flatMap((one) => list(within<'Diner'>(one, 'avoid')).map(String));
  const [without, setWithout] = useState(
    [...new Set(avoided)].map((one) => named(terms.avoided, one)).join(', '),
  );
  const [missing, setMissing] = useState('');
  const [atHand, setAtHand] = useState('');
  const [chosen, setChosen] = useState<{ [line: string]: string }>({});
  const typed = { without: parted(without), missing: parted(missing), at_hand: parted(atHand) };
  const any = Object.values(typed).some((one) => one.length > 0);
  const { answer, problem, busy } = useQuestion(
    'substitute',
    any ? { ...typed, at_hand: typed.at_hand.length ? typed.at_hand : null } : null,
  );
  const taken = (line: Line) => line.choices.find((one) => one.id === chosen[keyOf(line)]) ?? line.choices[0];
  const patch = answer?.lines.flatMap((line) => taken(line)?.patch ?? []) ?? [];
  const seen = useQuestion('compare', patch.length ? { after: patched(document, patch) } : null);
  const field = (label: string, hint: string, typed: string, onType: (typed: string) => void) => (
    <p className="mt-2 flex flex-wrap items-center gap-2">
      <span aria-hidden="true" className="w-64">
        {label}
      </span>
      <TextInput label={label} placeholder={hint} value={typed} onType={onType} className="min-w-0 grow" />
    </p>
  );
  return (
    <Dialog open onOpenChange={(still) => !still && onClose()} title={words.title} says={words.says} wide>
      {field(words.avoid, words.avoidHint, without, setWithout)}
      {field(words.missing, words.missingHint, missing, setMissing)}
      {field(words.atHand, words.atHandHint, atHand, setAtHand)}
      <Trouble words={problem?.detail} />
      {answer && answer.unknown.length > 0 && (
        <p role="status" className="mt-2 text-warn">
          {fill(words.unknown, { what: answer.unknown.join(', ') })}
        </p>
      )}
      {answer?.lines.length === 0 && <p className="mt-3 text-best">{words.clean}</p>}
      <ul className="mt-2" aria-busy={busy} data-part="substitutes">
        {answer?.lines.map((line) => {
          const choice = taken(line);
          const jar =
            text(value(['jars', line.jar, 'name'])) ?? fill(says.jars.place, { place: line.jar + 1 });
          return (
            <li key={keyOf(line)} className="border-t border-line py-2" data-replaced={line.name}>
              <p className="flex flex-wrap items-center gap-2">
                <span className="grow">{fill(words.line, { line: line.name, jar, why: line.why })}</span>
                {choice && (
                  <Choice
                    label={fill(words.instead, { line: line.name })}
                    value={choice.id}
                    choices={Object.fromEntries(line.choices.map((one) => [one.id, one.name]))}
                    onPick={(id) => setChosen({ ...chosen, [keyOf(line)]: id })}
                  />
                )}
              </p>
              {choice ? (
                <p className="text-sm text-quiet">
                  {fill(words.mass, { mass: grams(choice.mass_g), keeps: choice.keeps })}.{' '}
                  {choice.loses.length > 0 && fill(words.loses, { what: choice.loses.join('; ') })}{' '}
                  {choice.brings.length > 0 && (
                    <strong className="text-warn">
                      {fill(words.brings, {
                        what: choice.brings.map((one) => named(terms.avoided, one)).join(', '),
                      })}
                    </strong>
                  )}
                </p>
              ) : (
                <p className="text-sm text-warn">{words.stays}</p>
              )}
            </li>
          );
        })}
      </ul>
      {seen.answer && patch.length > 0 && (
        <section className="mt-3 text-sm" aria-label={words.changes}>
          <Differences differences={seen.answer.differences} />
        </section>
      )}
      <div className="sticky -bottom-5 mt-4 -mb-5 flex justify-end gap-2 bg-plate py-3">
        <Button look="quiet" onClick={onClose}>
          {amounts.names.close}
        </Button>
        <Button
          disabled={busy || !patch.length}
          onClick={() => {
            apply(patch);
            announce(words.taken);
            onClose();
          }}
        >
          {words.take}
        </Button>
      </div>
    </Dialog>
  );
}
