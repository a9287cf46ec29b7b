import { type FormEvent, type ReactNode, useState } from 'react';
import type { Place } from '@/document/place';
import { CutIcon, MeasuringHand } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { Button, Finder, LinkButton } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { speciesFound } from '../../state/speciesFound';
import { withCut } from '../../state/withCut';
import { Typed } from '../fish/fields';

interface Props {
  onDone: () => void;
}

const PRESSED = 'rounded-plate border-2 p-2 hover:border-kelp';

/** By name with its synonyms, or by shape; a name of many fish asks which one it is. */
export function ChooseFish({ onDone }: Props) {
  const { pantry, set, value } = useOpened();
  const [shape, setShape] = useState<string | null>(null);
  const known = pantry.species.find((one) => one.id === value(['fish', 'species']));
  const meant = pantry.species.filter((one) => known?.candidates.includes(one.id));
  const shapes = [...new Set(pantry.species.map((one) => one.shape))];
  const shown = meant.length ? meant : pantry.species.filter((one) => one.shape === shape);

  function pick(id: string) {
    set(['fish', 'species'], id);
    const one = pantry.species.find((other) => other.id === id);
    if (!one?.candidates.length) onDone();
  }

  return (
    <div className="mt-4 space-y-3 text-left">
      <Finder
        label={names.beginFish}
        placeholder={says.fish.hint}
        items={speciesFound(pantry.species)}
        onPick={pick}
      />
      <p className="flex justify-center gap-2">
        {shapes.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === shape}
            onClick={() => setShape(one === shape ? null : one)}
            className={`${PRESSED} ${one === shape ? 'border-kelp bg-kelp-soft' : 'border-line'}`}
          >
            <CutIcon kind="shape" id={one} />
            {terms.shapes[one as keyof typeof terms.shapes] ?? one}
          </button>
        ))}
      </p>
      {meant.length > 0 && <p>{fill(says.begin.whichOne, { name: known?.name ?? '' })}</p>}
      <ul className="flex max-h-48 flex-wrap gap-1 overflow-y-auto" aria-label={names.fishToChoose}>
        {shown
          .filter((one) => one.candidates.length === 0)
          .map((one) => (
            <li key={one.id}>
              <Button look="plain" className="font-normal!" onClick={() => pick(one.id)}>
                {one.name}
              </Button>
            </li>
          ))}
      </ul>
    </div>
  );
}

/** Pictures of the cuts, to be pressed. */
export function ChooseCut({ onDone }: Props) {
  const { pantry, latest, change, evaluation, value } = useOpened();
  return (
    <ul className="mt-4 grid grid-cols-3 gap-2" aria-label={names.cutToChoose}>
      {pantry.cuts.map((cut) => (
        <li key={cut.id}>
          <button
            type="button"
            aria-pressed={value(['fish', 'cut']) === cut.id}
            onClick={() => {
              change(withCut(latest(), cut.id, evaluation?.fish));
              onDone();
            }}
            className={`flex h-full w-full flex-col items-center ${PRESSED} ${value(['fish', 'cut']) === cut.id ? 'border-kelp bg-kelp-soft' : 'border-line'}`}
          >
            <CutIcon kind="cut" id={cut.id} />
            <span className="font-semibold">{cut.name}</span>
            <span className="text-sm text-quiet">{cut.note}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** The weight of all pieces and their number; without a scale the size of one piece stands for it. */
export function Weigh({ onDone }: Props) {
  const [noScale, setNoScale] = useState(false);
  return (
    <Answer onDone={onDone} places={noScale ? SIZES : WEIGHED}>
      {!noScale && <LinkButton onClick={() => setNoScale(true)}>{names.noScale}</LinkButton>}
    </Answer>
  );
}

/** The thickness at the thickest place, with a hand that shows how. */
export function Measure({ onDone }: Props) {
  return (
    <>
      <p className="mt-3 flex justify-center">
        <MeasuringHand />
      </p>
      <Answer onDone={onDone} places={MEASURED} />
    </>
  );
}

interface Asked {
  label: string;
  way: Place;
  unit?: string;
}

const PIECES: Asked = { label: names.beginPieces, way: ['fish', 'pieces'] };
const WEIGHED: Asked[] = [{ label: names.beginWeight, way: ['fish', 'weight', 'value'], unit: 'g' }, PIECES];
const SIZES: Asked[] = [
  { label: names.beginLength, way: ['fish', 'length', 'value'], unit: 'mm' },
  { label: names.beginWidth, way: ['fish', 'width', 'value'], unit: 'mm' },
  PIECES,
];
const MEASURED: Asked[] = [{ label: names.beginThickness, way: ['fish', 'thickness', 'value'], unit: 'mm' }];

/** Numbers that are asked for, large; Enter goes on. */
function Answer({ places, onDone, children }: Props & { places: Asked[]; children?: ReactNode }) {
  const go = (event: FormEvent) => {
    event.preventDefault();
    onDone();
  };
  return (
    <form onSubmit={go} className="mt-4 space-y-3">
      {places.map(({ label, way, unit }) => (
        <p key={label} className="flex flex-wrap items-center justify-center gap-2 text-lg">
          <span>{label}</span>
          <Typed
            way={way}
            label={label}
            unit={unit}
            hint=""
            look="box"
            className="h-12! w-32 text-2xl font-bold"
          />
          {unit && named(terms.units, unit)}
        </p>
      ))}
      <p className="flex items-center justify-center gap-4">
        {children}
        <Button type="submit" className="min-h-11!">
          {names.goOnBeginning}
        </Button>
      </p>
    </form>
  );
}
