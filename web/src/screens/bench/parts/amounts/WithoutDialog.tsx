import { useState } from 'react';
import type { AnswerOf } from '@/api';
import { list, within } from '@/document/document';
import { patched } from '@/document/patch';
import { useJarName } from '@/formula/jars/useJarName';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { Differences } from '@/formula/whole/Differences';
import { announce, Button, Choice, Dialog, TextInput, Trouble, useTyped } from '@/ui';
import { fill, named, terms } from '@/words';
import { amounts } from '@/words/amounts';
import { grams } from '@/words/numbers';
import { DialogFoot } from '../DialogFoot';

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
  const { kitchen, formula, document, value, apply } = useOpened();
  const nameOf = useJarName();
  const avoided = list(value(['diners'])).flatMap((one) => list(within<'Diner'>(one, 'avoid')).map(String));
  const begun = {
    without: [...new Set(avoided)].map((one) => named(terms.avoided, one)).join(', '),
    missing: '',
    atHand: '',
  };
  const [wish, type] = useTyped(`without/${kitchen}/${formula}`, begun);
  const [chosen, setChosen] = useState<{ [line: string]: string }>({});
  const typed = {
    without: parted(wish.without),
    missing: parted(wish.missing),
    at_hand: parted(wish.atHand),
  };
  const any = Object.values(typed).some((one) => one.length > 0);
  const { answer, problem, busy } = useQuestion(
    'substitute',
    any ? { ...typed, at_hand: typed.at_hand.length ? typed.at_hand : null } : null,
  );
  const taken = (line: Line) => line.choices.find((one) => one.id === chosen[keyOf(line)]) ?? line.choices[0];
  const patch = answer?.lines.flatMap((line) => taken(line)?.patch ?? []) ?? [];
  const seen = useQuestion('compare', patch.length ? { after: patched(document, patch) } : null);
  const field = (label: string, hint: string, which: keyof typeof wish) => (
    <p className="mt-2 flex flex-wrap items-center gap-2">
      <span aria-hidden="true" className="w-64">
        {label}
      </span>
      <TextInput
        label={label}
        placeholder={hint}
        value={wish[which]}
        onType={(text) => type({ ...wish, [which]: text })}
        className="min-w-0 grow"
      />
    </p>
  );
  return (
    <Dialog open onOpenChange={(still) => !still && onClose()} title={words.title} says={words.says} wide>
      {field(words.avoid, words.avoidHint, 'without')}
      {field(words.missing, words.missingHint, 'missing')}
      {field(words.atHand, words.atHandHint, 'atHand')}
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
          const jar = nameOf(line.jar);
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
      <DialogFoot>
        <Button look="quiet" onClick={onClose}>
          {amounts.names.close}
        </Button>
        <Button
          disabled={busy || !patch.length}
          onClick={() => {
            apply(patch);
            type(begun);
            announce(words.taken);
            onClose();
          }}
        >
          {words.take}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
