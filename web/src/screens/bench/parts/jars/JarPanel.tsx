import { lazy, Suspense, useState } from 'react';
import { list, pointer, text } from '@/document/document';
import { kindNames } from '@/document/kinds';
import { faultAt, useOpened } from '@/formula/opened';
import { Button, Choice, LinkButton, TextInput } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { grams, percent } from '@/words/numbers';
import { Said } from '@/words/Said';
import { Advice } from '../Advice';
import { AddLine } from '../lines/AddLine';
import { Lines } from '../lines/Lines';
import { CautionMarks } from '../readings/CautionMarks';
import { SchoolsDialog } from '../SchoolsDialog';
import { JarMenu } from './JarMenu';
import { MethodSentence } from './MethodSentence';
import { Strata } from './Strata';

/** Fetched apart: most jars are weighed together, and no more. */
const Making = lazy(() => import('./Making').then(({ Making }) => ({ default: Making })));

interface Props {
  place: number;
  onOpenJar: (place: number) => void;
}

/** The open jar: how it is used, in one sentence, and its lines. */
export function JarPanel({ place, onOpenJar }: Props) {
  const { value, set, evaluation, pantry, readOnly } = useOpened();
  const [schools, setSchools] = useState(false);
  const way = ['jars', place] as const;
  const fault = faultAt(evaluation, way) ?? faultAt(evaluation, [...way, 'lines']);
  const apart = faultAt(evaluation, ['jars']);
  return (
    <section
      aria-label={names.openJar}
      className="flex min-h-0 grow flex-col rounded-plate border border-line bg-plate"
      data-path={pointer(way)}
      tabIndex={-1}
    >
      <section
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so keys must reach it
        tabIndex={0}
        aria-label={names.whatIsInIt}
        className="min-h-0 grow overflow-y-auto px-3.5 pt-1.5 pb-2"
      >
        <div className="flex flex-wrap items-center gap-x-1.5">
          <TextInput
            label={names.jarName}
            value={value([...way, 'name'])}
            onType={(name) => set([...way, 'name'], name)}
            disabled={readOnly}
            look="value"
            placeholder={says.jars.unnamed}
            className="-ml-1 min-w-24 font-title! text-xl font-bold! not-focus:not-hover:border-transparent!"
          />
          <Choice
            label={names.kindOfJar}
            value={text(value([...way, 'kind']))}
            choices={lowered(kindNames(pantry))}
            disabled={readOnly}
            look="value"
            onPick={(picked) => set([...way, 'kind'], picked)}
            fault={faultAt(evaluation, [...way, 'kind'])?.text}
          />
          <CautionMarks below={`/jars/${place}`} />
          {!readOnly && (
            <span className="ml-auto flex">
              <Button look="quiet" className="min-h-8! px-2!" onClick={() => setSchools(true)}>
                {names.schools}
              </Button>
              <JarMenu place={place} onOpenJar={onOpenJar} />
            </span>
          )}
        </div>
        <MethodSentence place={place} />
        {apart && (
          <p className="mt-2 rounded-control bg-warn-soft p-2 text-sm text-warn" data-part="apart">
            {apart.text}
          </p>
        )}
        <Lines jar={place} />
        {fault && <p className="mt-2 rounded-control bg-warn-soft p-2 text-sm text-warn">{fault.text}</p>}
        <Coating place={place} />
        <Later place={place} />
        <HowMade place={place} />
        <Advice below={`/jars/${place}`} />
        <Strata strata={evaluation?.jars[place]?.reading.strata ?? []} />
      </section>
      <AddLine jar={place} />
      <SchoolsDialog open={schools} onClose={() => setSchools(false)} jar={place} />
    </section>
  );
}

/** How it is made, where somebody has said so or wants to. */
function HowMade({ place }: { place: number }) {
  const { value, readOnly } = useOpened();
  const [wanted, want] = useState(false);
  if (list(value(['jars', place, 'making'])).length > 0 || wanted)
    return (
      <Suspense>
        <Making jar={place} />
      </Suspense>
    );
  if (readOnly) return null;
  return (
    <LinkButton className="mt-2 text-sm" onClick={() => want(true)}>
      {names.sayHowMade}
    </LinkButton>
  );
}

/** Names as they stand within a sentence. */
const lowered = (words: Record<string, string>) =>
  Object.fromEntries(Object.entries(words).map(([id, name]) => [id, name.toLowerCase()]));

/** What goes on at another time than the jar itself, and is not in its readings. */
function Later({ place }: { place: number }) {
  const reading = useOpened().evaluation?.jars[place]?.reading;
  const asides = [
    { when: 'before_heat', part: reading?.held_back },
    { when: 'plate', part: reading?.on_plate },
  ] as const;
  return asides.map(
    ({ when, part }) =>
      part && (
        <p key={when} className="mt-2 text-quiet" data-part={when}>
          {fill(says.jars.later, {
            when: named(terms.choices.when, when),
            mass: grams(part.mass_g),
            salt: percent(part.salt_pct_of_fish),
          })}
        </p>
      ),
  );
}

/** Of a coating three numbers: what to set out, what stays on the fish, what is thrown away. */
function Coating({ place }: { place: number }) {
  const reading = useOpened().evaluation?.jars[place]?.reading;
  if (!reading || reading.set_out_g === reading.pick_up_g) return null;
  const [low, high] = reading.pick_up_g_range ?? [null, null];
  return (
    <p className="mt-2" data-part="coating">
      <Said
        words={says.jars.setOut}
        slots={{
          out: <strong>{grams(reading.set_out_g)}</strong>,
          stays: <strong>{grams(reading.pick_up_g)}</strong>,
          range:
            low !== null &&
            high !== null &&
            fill(says.readings.range, { low: grams(low), high: grams(high) }),
          thrown: grams(reading.discard_g),
        }}
      />
      {reading.flow && fill(says.jars.flowsLike, { what: named(terms.choices.flow, reading.flow) })}
    </p>
  );
}
