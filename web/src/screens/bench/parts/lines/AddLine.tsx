import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react';
import { type AnswerOf, ask } from '@/api';
import { at, list, newId } from '@/document/document';
import { keepable } from '@/document/typed';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { fill, named, names, says, terms } from '@/words';

type Phrase = AnswerOf<'read-line'>;
type LineRead = NonNullable<Phrase['line']>;
interface Offer {
  ingredient: string;
  name: string;
  line: LineRead;
}

/** Lines that were begun in a jar and not added yet: another jar may be opened meanwhile. */
const begun = new Map<string, string>();

/** Type a line as one would write it; the core reads it, and what it did not understand is told back. */
export function AddLine({ jar }: { jar: number }) {
  const { pantry, document, latest, value, set, readOnly, kitchen, formula } = useOpened();
  const place = `${kitchen}/${formula}/${String(value(['jars', jar, 'id']) ?? jar)}`;
  const [typed, show] = useState(begun.get(place) ?? '');
  const setTyped = (text: string) => {
    begun.set(place, text);
    show(text);
  };
  const [chosen, setChosen] = useState(0);
  const id = useId();
  const way = ['jars', jar, 'lines'] as const;
  const words = typed.trim();
  const { answer, problem, busy } = useQuestion('read-line', words ? { jar, text: words } : null);
  const shown = useRef<HTMLDivElement>(null);
  const offers = words && answer ? offered(answer, pantry.ingredients) : [];
  // The list opens at the foot of a panel that scrolls: it is brought into sight as it grows.
  useEffect(() => {
    if (offers.length) shown.current?.scrollIntoView({ block: 'nearest' });
  }, [offers.length]);
  if (readOnly) return null;

  function add(offer: Offer | undefined) {
    if (!offer) return;
    set([...way, list(at(latest(), way)).length], { id: newId(), ...offer.line });
    // What was typed on while the answer was waited for is the next line already.
    if (begun.get(place)?.trim() === words) setTyped('');
    setChosen(0);
  }

  /** Enter may come before the answer: then it waits for the answer to just these words. */
  async function enter() {
    if (!busy) return add(offers[chosen]);
    const read = await ask(kitchen, 'read-line', document, { jar, text: words }).catch(() => null);
    const found = read ? offered(read, pantry.ingredients) : [];
    if (found.length === 1) add(found[0]);
  }

  function key(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') setChosen((now) => Math.min(now + 1, offers.length - 1));
    else if (event.key === 'ArrowUp') setChosen((now) => Math.max(now - 1, 0));
    else if (event.key === 'Enter') void enter();
    else if (event.key === 'Escape') setTyped('');
    else return;
    event.preventDefault();
  }

  return (
    <div className="relative shrink-0 rounded-b-plate border-t border-line bg-sunk px-3.5 py-2">
      <input
        role="combobox"
        aria-label={names.addLine}
        aria-expanded={offers.length > 0}
        aria-controls={id}
        aria-autocomplete="list"
        aria-activedescendant={offers[chosen] ? `${id}-${chosen}` : undefined}
        autoComplete="off"
        placeholder={says.lines.hint}
        value={typed}
        onChange={(event) => {
          setTyped(keepable(event.target.value));
          setChosen(0);
        }}
        onKeyDown={key}
        data-busy={busy}
        className="h-10 w-full rounded-control border border-edge bg-plate px-2.5 pointer-coarse:h-11"
      />
      <div
        id={id}
        ref={shown}
        role="listbox"
        aria-label={names.readAs}
        hidden={!words}
        className="absolute inset-x-3.5 bottom-full z-10 mb-1 max-h-72 overflow-y-auto rounded-control border border-edge bg-plate shadow-lg"
      >
        {offers.map((offer, place) => (
          <div
            key={offer.ingredient}
            id={`${id}-${place}`}
            role="option"
            tabIndex={-1}
            aria-selected={place === chosen}
            // The press, not the click: the field must not lose the focus first.
            onMouseDown={(event) => {
              event.preventDefault();
              add(offer);
            }}
            className={`flex min-h-9 cursor-pointer items-center justify-between gap-3 px-2 ${place === chosen ? 'bg-kelp-soft' : ''}`}
          >
            <span>{offer.name}</span>
            <span className="text-sm text-quiet">{said(offer.line)}</span>
          </div>
        ))}
      </div>
      {words && (
        <p className="mt-1 min-h-5 text-sm text-quiet" role="status">
          {problem && says.lines.offline}
          {!problem && answer?.missing}
          {!problem &&
            answer &&
            answer.unknown.length > 0 &&
            ` ${fill(says.lines.unknown, { words: answer.unknown.join(' ') })}`}
        </p>
      )}
    </div>
  );
}

/** What may be added: the line as read, or one for each ingredient that it may mean. */
function offered({ line, choices }: Phrase, known: { id: string; name: string }[]): Offer[] {
  if (!line) return [];
  if (choices.length)
    return choices.map((one) => ({ ...one, line: { ...line, ingredient: one.ingredient } }));
  const found = known.find((one) => one.id === line.ingredient);
  return found ? [{ ingredient: found.id, name: found.name, line }] : [];
}

/** The amount and what it follows, in words. */
function said({ amount, basis }: LineRead): string {
  const unit = named(terms.units, amount.unit ?? '');
  const much = amount.unstated
    ? says.lines.notStated
    : amount.value !== undefined
      ? fill(says.lines.amount, { amount: amount.value, unit })
      : fill(says.lines.range, { low: amount.low ?? '', high: amount.high ?? '', unit });
  return basis ? fill(says.lines.follows, { amount: much, basis: named(terms.bases, basis) }) : much;
}
