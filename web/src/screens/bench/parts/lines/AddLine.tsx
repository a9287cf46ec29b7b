import { type KeyboardEvent, useId, useState } from 'react';
import { type AnswerOf, ask } from '@/api';
import { at, list, newId } from '@/document/document';
import { keepable } from '@/document/typed';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { fill, names, says } from '@/words';
import { grams } from '@/words/numbers';
import { lineInWords } from './inWords';
import { NewRow } from './NewRow';

type Phrase = AnswerOf<'read-line'>;
type LineRead = NonNullable<Phrase['line']>;
interface Offer {
  ingredient: string;
  name: string;
  line: LineRead;
  left: string;
  /** Whether the words name just this: then Enter takes it. A guess is chosen first. */
  sure: boolean;
}

/** Lines that were begun in a jar and not added yet: another jar may be opened meanwhile. */
const begun = new Map<string, string>();
const NONE = -1;

/**
 * Type a line as one would write it. The core reads it and says what it would be; what it did not understand is told
 * back, and what it only guesses at is taken by nobody but the cook: with an arrow key or a press.
 */
export function AddLine({ jar }: { jar: number }) {
  const { pantry, document, latest, value, set, readOnly, kitchen, formula } = useOpened();
  const place = `${kitchen}/${formula}/${String(value(['jars', jar, 'id']) ?? jar)}`;
  const [typed, show] = useState(begun.get(place) ?? '');
  const setTyped = (text: string) => {
    begun.set(place, text);
    show(text);
    setChosen(NONE);
    setHint(false);
  };
  const [chosen, setChosen] = useState(NONE);
  const [hint, setHint] = useState(false);
  const [making, setMaking] = useState(false);
  const id = useId();
  const way = ['jars', jar, 'lines'] as const;
  const words = typed.trim();
  const { answer, problem, busy } = useQuestion('read-line', words ? { jar, text: words } : null);
  const offers = words && answer ? offered(answer, pantry.ingredients) : [];
  const sure = offers[0]?.sure ?? false;
  const marked = chosen === NONE && sure ? 0 : chosen;
  if (readOnly) return null;

  function put(line: LineRead) {
    set([...way, list(at(latest(), way)).length], { id: newId(), ...line });
  }

  function add(offer: Offer | undefined) {
    if (!offer) return;
    put(offer.line);
    // What was typed on while the answer was waited for is the next line already.
    if (begun.get(place)?.trim() === words) setTyped('');
  }

  /** Enter may come before the answer: then it waits for the answer to just these words. */
  async function enter() {
    if (!busy) return offers[marked] ? add(offers[marked]) : setHint(true);
    const read = await ask(kitchen, 'read-line', document, { jar, text: words }).catch(() => null);
    const [first] = read ? offered(read, pantry.ingredients) : [];
    if (first?.sure) add(first);
    else setHint(true);
  }

  function key(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') setChosen(Math.min(marked + 1, offers.length - 1));
    else if (event.key === 'ArrowUp') setChosen(Math.max(marked - 1, sure ? 0 : NONE));
    else if (event.key === 'Enter') void enter();
    else if (event.key === 'Escape') setTyped('');
    else return;
    event.preventDefault();
  }

  return (
    <div className="relative shrink-0 rounded-b-plate border-t border-line bg-sunk px-3.5 py-2">
      <div
        id={id}
        role="listbox"
        aria-label={names.readAs}
        hidden={!offers.length}
        className="absolute inset-x-3.5 bottom-full z-10 mb-1 max-h-72 overflow-y-auto rounded-control border border-edge bg-plate shadow-lg"
      >
        {offers.map((offer, place) => (
          <div
            key={offer.ingredient}
            id={`${id}-${place}`}
            role="option"
            tabIndex={-1}
            aria-selected={place === marked}
            // The press, not the click: the field must not lose the focus first.
            onMouseDown={(event) => {
              event.preventDefault();
              add(offer);
            }}
            className={`flex min-h-9 cursor-pointer items-center justify-between gap-3 px-2.5 pointer-coarse:min-h-11 ${place === marked ? 'bg-kelp-soft' : ''}`}
          >
            <span>{offer.name}</span>
            <span className="text-right text-sm text-quiet">
              {lineInWords(offer.line)}
              {offer.left && (
                <span className="block text-warn">{fill(says.lines.leaves, { words: offer.left })}</span>
              )}
            </span>
          </div>
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <input
          role="combobox"
          aria-label={names.addLine}
          aria-expanded={offers.length > 0}
          aria-controls={id}
          aria-describedby={`${id}-read`}
          aria-autocomplete="list"
          aria-activedescendant={offers[marked] ? `${id}-${marked}` : undefined}
          autoComplete="off"
          placeholder={says.lines.hint}
          value={typed}
          onChange={(event) => setTyped(keepable(event.target.value))}
          onKeyDown={key}
          data-busy={busy}
          className="h-10 min-w-56 grow rounded-control border border-edge bg-plate px-2.5 pointer-coarse:h-11"
        />
        <p
          id={`${id}-read`}
          role="status"
          data-part="read-as"
          className={`text-sm ${hint ? 'font-semibold text-warn' : 'text-quiet'} ${words ? '' : 'sr-only'}`}
        >
          {problem ? says.lines.offline : words && answer ? reading(answer, offers[marked]) : ''}
        </p>
        {words && answer && !sure && (
          <button
            type="button"
            className="min-h-8 rounded-control text-sm font-semibold text-kelp underline underline-offset-2 pointer-coarse:min-h-11"
            onClick={() => setMaking(true)}
          >
            {names.makeRow}
          </button>
        )}
      </div>
      {/* There as long as its words are: what is typed into it stays when it is closed. */}
      {words && answer && !sure && (
        <NewRow
          key={answer.called}
          open={making}
          name={answer.called || words}
          line={answer.line ?? null}
          onClose={() => setMaking(false)}
          onMade={(line) => {
            put(line);
            setTyped('');
            setMaking(false);
          }}
        />
      )}
    </div>
  );
}

/** What Enter would do, or what is still to be said. */
function reading(answer: Phrase, offer: Offer | undefined): string {
  const parts = [
    offer?.sure && answer.mass_g !== null && fill(says.lines.wouldWeigh, { mass: grams(answer.mass_g) }),
    answer.unknown.length > 0 && fill(says.lines.unknown, { words: answer.unknown.join(' ') }),
    answer.line?.note && offer?.sure && fill(says.lines.noted, { note: answer.line.note }),
    answer.missing,
    offer && says.lines.enter,
  ];
  return parts.filter(Boolean).join(' ');
}

/** What may be added: the line as read for sure, or one for each ingredient that the words may mean. */
function offered({ line, choices }: Phrase, known: { id: string; name: string }[]): Offer[] {
  if (!line?.ingredient) return choices.map((one) => ({ ...one, sure: false }));
  const found = known.find((one) => one.id === line.ingredient);
  return found ? [{ ingredient: found.id, name: found.name, line, left: '', sure: true }] : [];
}
