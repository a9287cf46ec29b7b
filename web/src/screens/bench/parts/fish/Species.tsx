import { useState } from 'react';
import { put, text } from '@/document/document';
import { faultAt, useOpened } from '@/formula/opened';
import { Button, Choice, Finder } from '@/ui';
import { fill, names, says, terms } from '@/words';
import { speciesFound } from '../../state/speciesFound';

/** The species: found by name, or by the treatment it suits. Another fish is shown with its differences before it is taken. */
export function Species() {
  const { evaluation, pantry, value, document, change, readOnly, propose } = useOpened();
  const [searching, setSearching] = useState(false);
  const id = text(value(['fish', 'species']));
  const known = pantry.species.find((one) => one.id === id);
  const fault = faultAt(evaluation, ['fish', 'species']);
  const open = (searching || !id) && !readOnly;

  /** The method alone: what else was said of the heat stays. */
  const heatPatch = (method: string) =>
    value(['cook'])
      ? { op: 'add', path: '/cook/method', value: method }
      : { op: 'add', path: '/cook', value: { method } };

  /** HEAT is the treatment that the fish was chosen for, if it was. */
  function pick(species: string, heat = '') {
    setSearching(false);
    if (!known || known.candidates.length || species === id) {
      const next = put(document, ['fish', 'species'], species);
      change(heat ? put(next, ['cook', 'method'], heat) : next);
      return;
    }
    const name = pantry.species.find((one) => one.id === species)?.name ?? species;
    propose({
      title: fill(says.fish.instead, { name, old: known.name.toLowerCase() }),
      says: says.fish.anew,
      patch: [{ op: 'replace', path: '/fish/species', value: species }, ...(heat ? [heatPatch(heat)] : [])],
    });
  }

  return (
    <>
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-lg">{known?.name ?? id ?? says.fish.which}</h2>
        {!readOnly && id && (
          <Button
            look="quiet"
            className="min-h-8! px-2! font-normal!"
            onClick={() => setSearching(!searching)}
          >
            {searching ? names.keepFish : names.anotherFish}
          </Button>
        )}
      </div>
      {open && <Search onPick={pick} />}
      {fault && (
        <div role="alert" className="mt-1 rounded-control bg-warn-soft p-2 text-sm text-warn">
          {fault.text}
          <span className="mt-1 flex flex-wrap gap-1">
            {known?.candidates.map((one) => (
              <Button key={one} look="plain" className="min-h-8!" onClick={() => pick(one)}>
                {pantry.species.find((other) => other.id === one)?.name ?? one}
              </Button>
            ))}
          </span>
        </div>
      )}
    </>
  );
}

/** By name, with synonyms; or from the treatment: which fish suits it. */
function Search({ onPick }: { onPick: (species: string, heat?: string) => void }) {
  const { pantry } = useOpened();
  const [heat, setHeat] = useState('');
  const fits = pantry.species.filter((one) => !heat || one.suits.includes(heat));
  return (
    <div className="space-y-1.5">
      <Finder
        label={names.findFish}
        placeholder={says.fish.hint}
        items={speciesFound(fits)}
        onPick={onPick}
      />
      <p className="flex items-center justify-between gap-2 text-sm">
        {says.fish.orWhatSuits}
        <Choice
          label={names.whichSuits}
          value={heat}
          choices={{ '': says.fish.anyTreatment, ...terms.choices.heat }}
          onPick={setHeat}
        />
      </p>
      {heat && (
        <ul
          aria-label={names.fishThatSuit}
          className="max-h-44 overflow-auto rounded-control border border-line"
        >
          {fits.map((one) => (
            <li key={one.id}>
              <button
                type="button"
                className="w-full px-2 py-1 text-left hover:bg-kelp-soft"
                onClick={() => onPick(one.id, heat)}
              >
                {one.name} <span className="text-sm text-quiet">{one.flesh}</span>
              </button>
            </li>
          ))}
          {fits.length === 0 && <li className="p-2 text-sm text-quiet">{says.fish.noneMarked}</li>}
        </ul>
      )}
    </div>
  );
}
