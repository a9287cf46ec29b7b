import { type ReactNode, useState } from 'react';
import { CHOICES, FAT, FIRMNESS } from '@/app/texts';
import { Cut } from '@/drawing';
import { duration, grams, plain } from '@/format/numbers';
import { Button, Choice, Finder, NumberInput } from '@/ui';
import { faultAt, useBench } from './BenchContext';
import { text, type Way } from './document';

const WEIGHT_UNITS = { g: 'g', kg: 'kg', oz: 'oz', lb: 'lb' };
const LENGTH_UNITS = { mm: 'mm', cm: 'cm', in: 'in' };
const HEAT_UNITS = { degC: '°C', degF: '°F' };

/** The fish: its cut to scale, its weight and measures, who eats, how it is cooked. */
export function FishPanel({ className }: { className: string }) {
  const { evaluation, pantry, value } = useBench();
  const fish = evaluation?.fish;
  const cuts = Object.fromEntries(pantry.cuts.map((cut) => [cut.id, cut.name.toLowerCase()]));
  const species = pantry.species.find((one) => one.id === value(['fish', 'species']));
  return (
    <section
      aria-label="Fish"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so keys must reach it
      tabIndex={0}
      className={`overflow-y-auto rounded-plate border border-line bg-plate p-3.5 ${className}`}
    >
      <Species />
      <p className="text-sm text-quiet">
        {species && `${FAT[species.fat_class]}, ${FIRMNESS[species.firmness]}`}
      </p>
      <div className="my-2">{fish && <Cut fish={fish} skin={text(value(['fish', 'skin'])) ?? 'none'} />}</div>
      <p className="flex items-baseline justify-between border-b border-line pb-2">
        <strong className="font-title text-2xl" data-reading="edible">
          {grams(fish?.edible_g)}
        </strong>
        <span className="text-sm text-quiet">
          edible{fish?.piece_g ? `, ${grams(fish.piece_g)} a piece` : ''}
          {fish?.estimated.length ? ', estimated' : ''}
        </span>
      </p>
      <Row label="Cut">
        <Pick way={['fish', 'cut']} label="Cut" choices={cuts} />
      </Row>
      <Row label="Weight" way={['fish', 'weight']}>
        <Typed way={['fish', 'weight', 'value']} label="Weight" wide />
        <Pick way={['fish', 'weight', 'unit']} label="Unit of weight" choices={WEIGHT_UNITS} />
      </Row>
      <Row label="Weighed as">
        <Pick way={['fish', 'weight', 'basis']} label="Weighed as" choices={CHOICES.basis ?? {}} />
      </Row>
      <Row label="Pieces" way={['fish', 'pieces']}>
        <Typed way={['fish', 'pieces']} label="Pieces" />
      </Row>
      <Row label="Thickness" way={['fish', 'thickness']}>
        <Typed way={['fish', 'thickness', 'value']} label="Thickness" />
        <Pick way={['fish', 'thickness', 'unit']} label="Unit of thickness" choices={LENGTH_UNITS} />
      </Row>
      <Row label="Servings" way={['servings']}>
        <Typed way={['servings']} label="Servings" />
      </Row>
      <Row label="Skin · bone">
        <Pick way={['fish', 'skin']} label="Skin" choices={CHOICES.skin ?? {}} />
        <Pick way={['fish', 'bone']} label="Bone" choices={CHOICES.bone ?? {}} />
      </Row>
      <Row label="Fresh or thawed">
        <Pick way={['fish', 'state']} label="Fresh or thawed" choices={CHOICES.state ?? {}} />
      </Row>
      <Row label="Slashes a side" way={['fish', 'slashes']}>
        <Typed way={['fish', 'slashes', 'per_side']} label="Slashes a side" />
      </Row>
      <Row label="Cooked">
        <Pick way={['cook', 'method']} label="Cooked" choices={CHOICES.heat ?? {}} />
      </Row>
      <Row label="Core" way={['cook', 'core_target']}>
        <Typed
          way={['cook', 'core_target', 'value']}
          label="Core target"
          hint={plain(evaluation?.cook.core_c, 0)}
        />
        <Pick way={['cook', 'core_target', 'unit']} label="Unit of the core target" choices={HEAT_UNITS} />
      </Row>
      <CookTime />
    </section>
  );
}

/** How long in the heat, with its range, and what the fryer takes. */
function CookTime() {
  const cook = useBench().evaluation?.cook;
  if (!cook?.minutes) return null;
  const [low, high] = cook.minutes_range ?? [cook.minutes, cook.minutes];
  return (
    <p className="pt-2 text-sm text-quiet" data-reading="cook">
      About <strong className="text-ink">{duration(cook.minutes)}</strong> in the heat ({duration(low)}–
      {duration(high)}){cook.stages.length > 1 && `, ${duration(cook.stages[0]?.minutes)} a side`}; rest{' '}
      {duration(cook.rest_minutes)}.
      {cook.oil && ` ${plain(cook.oil.batches, 0)} batches of ${plain(cook.oil.pieces_per_batch, 0)}.`}
      {cook.burn?.do ? ` ${String(cook.burn.do)}` : ''} Read the core on a probe.
    </p>
  );
}

/** The species, and a search for another. */
function Species() {
  const { evaluation, pantry, value, set, readOnly } = useBench();
  const [searching, setSearching] = useState(false);
  const id = text(value(['fish', 'species']));
  const known = pantry.species.find((one) => one.id === id);
  const fault = faultAt(evaluation, ['fish', 'species']);
  const pick = (species: string) => {
    set(['fish', 'species'], species);
    setSearching(false);
  };
  const items = pantry.species.map((one) => ({
    id: one.id,
    name: one.name,
    hint: one.candidates.length ? 'which one?' : one.fat_class,
    words: [one.name, one.id, ...one.synonyms].join(' ').toLowerCase(),
  }));
  return (
    <>
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-lg">{known?.name ?? id ?? 'Which fish?'}</h2>
        {!readOnly && id && (
          <Button
            look="quiet"
            className="min-h-8! px-2! font-normal!"
            onClick={() => setSearching(!searching)}
          >
            {searching ? 'Keep it' : 'Another fish'}
          </Button>
        )}
      </div>
      {(searching || !id) && !readOnly && (
        <Finder label="Find a fish" placeholder="Type a name: zander, char …" items={items} onPick={pick} />
      )}
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

function Row({ label, way, children }: { label: string; way?: Way; children: ReactNode }) {
  const { evaluation } = useBench();
  const fault = way && faultAt(evaluation, way, true);
  return (
    <div className="border-b border-line py-0.5">
      <div className="flex items-center justify-between gap-1">
        <span>{label}</span>
        <span className="flex gap-1">{children}</span>
      </div>
      {fault && (
        <p role="alert" className={`text-sm ${fault.code === 'estimated' ? 'text-quiet' : 'text-stop'}`}>
          {fault.text}
        </p>
      )}
    </div>
  );
}

function Typed({ way, label, hint, wide }: { way: Way; label: string; hint?: string; wide?: boolean }) {
  const { value, set, readOnly, evaluation } = useBench();
  const fault = faultAt(evaluation, way) ?? faultAt(evaluation, way.slice(0, -1));
  return (
    <NumberInput
      label={label}
      value={value(way)}
      onType={(typed) => set(way, typed)}
      disabled={readOnly}
      placeholder={hint}
      fault={fault && fault.code !== 'estimated' && way.length > 1 ? fault.text : undefined}
      className={wide ? 'w-20' : 'w-16'}
    />
  );
}

function Pick({ way, label, choices }: { way: Way; label: string; choices: Record<string, string> }) {
  const { value, set, readOnly, evaluation } = useBench();
  return (
    <Choice
      label={label}
      value={text(value(way))}
      choices={choices}
      onPick={(picked) => set(way, picked)}
      disabled={readOnly}
      empty="…"
      fault={faultAt(evaluation, way)?.text}
    />
  );
}
