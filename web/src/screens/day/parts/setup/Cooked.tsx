import { useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { formulasQuery, type Json, type Pantry } from '@/api';
import { atWay, list, newId, putWay, text } from '@/document/document';
import { lettersOf } from '@/service/columns';
import { Button, Choice, Finder, LinkButton, Trouble, useSending } from '@/ui';
import { fill, terms } from '@/words';
import { day } from '@/words/day';
import { Said } from '@/words/Said';
import { courseOf, newestQuery, renewed } from '../../state/courses';
import { useService } from '../../state/opened';
import { Add, Count, Drop, Fault } from './fields';

/** What is cooked: formulas, each for so many covers at a plate, some of them without something. */
export function Cooked() {
  const { document, kitchen, latest, take, readOnly } = useService();
  const courses = list(document.courses);
  const offered = useQuery({ ...formulasQuery(kitchen, {}), enabled: !readOnly }).data?.items ?? [];
  const sending = useSending();
  const add = (formula: string) =>
    sending.send(async () => {
      const course = await courseOf(kitchen, Number(formula), latest());
      take(putWay(latest(), ['courses', list(latest().courses).length], course));
    });
  return (
    <>
      {courses.map((course, place) => (
        <Course key={text(atWay(course, ['id'])) ?? place} place={place} course={course} />
      ))}
      <Fault way={['courses']} />
      {!readOnly && (
        <div className="mt-1">
          <Finder
            label={day.names.addCourse}
            placeholder={day.setup.hint}
            items={offered.map((one) => ({
              id: String(one.id),
              name: one.title,
              words: `${one.title} ${one.card.fish ?? ''}`.toLowerCase(),
            }))}
            onPick={add}
          />
        </div>
      )}
      <Trouble words={sending.problem?.detail} />
    </>
  );
}

function Course({ place, course }: { place: number; course: Json }) {
  const { document, put, readOnly } = useService();
  const way = ['courses', place] as const;
  const id = text(atWay(course, ['id'])) ?? '';
  const title = text(atWay(course, ['formula', 'title'])) || id;
  const plates = list(document.plates);
  const choices = Object.fromEntries(
    plates.map((one, at) => [
      text(atWay(one, ['id'])) ?? '',
      text(atWay(one, ['name'])) || fill(day.names.plate, { place: at + 1 }),
    ]),
  );
  const apart = list(atWay(course, ['variants']));
  return (
    <div className="border-b border-line py-1 leading-7" data-course={id}>
      <p className="flex items-start gap-1">
        <strong>{[lettersOf(document).get(id)?.letter, title].filter(Boolean).join(' ')}</strong>
        <Drop way={way} label={fill(day.names.dropCourse, { course: title })} />
      </p>
      <p>
        <Said
          words={day.setup.courseLine}
          slots={{
            covers: <Count way={[...way, 'covers']} label={fill(day.names.covers, { course: title })} />,
          }}
        />{' '}
        {plates.length > 1 && (
          <Said
            words={day.setup.onPlate}
            slots={{
              plate: (
                <Choice
                  label={fill(day.names.coursePlate, { course: title })}
                  look="value"
                  value={text(atWay(course, ['plate']))}
                  choices={choices}
                  onPick={(plate) => put([...way, 'plate'], plate)}
                />
              ),
            }}
          />
        )}{' '}
        <Version place={place} course={course} />
      </p>
      {apart.map((one, at) => (
        <p key={text(atWay(one, ['id'])) ?? at} className="flex items-center gap-1" data-apart={at}>
          <span>
            <Said
              words={day.setup.apartLine}
              slots={{
                covers: (
                  <Count
                    way={[...way, 'variants', at, 'covers']}
                    label={fill(day.names.apart, { course: title, place: at + 1 })}
                  />
                ),
                what: (
                  <Choice
                    label={fill(day.names.apartWithout, { course: title, place: at + 1 })}
                    look="value"
                    value={text(atWay(one, ['without', 0]))}
                    choices={terms.avoided}
                    onPick={(what) => put([...way, 'variants', at, 'without'], [what])}
                  />
                ),
              }}
            />
          </span>
          <Drop
            way={[...way, 'variants', at]}
            label={fill(day.names.dropApart, { course: title, place: at + 1 })}
          />
        </p>
      ))}
      {apart.map((_, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: it stands by its place
        <Fault key={at} way={[...way, 'variants', at, 'covers']} />
      ))}
      {(['covers', 'plate', 'formula'] as const).map((field) => (
        <Fault key={field} way={[...way, field]} />
      ))}
      {!readOnly && (
        <Add
          label={day.names.addApart}
          onAdd={() =>
            put([...way, 'variants', apart.length], { id: newId(), covers: 1, without: ['gluten'] })
          }
        />
      )}
      <FishOut way={way} title={title} />
    </div>
  );
}

/** The fish is out: another stands in, in the same jars. It is no version of the formula any more. */
function FishOut({ way, title }: { way: readonly ['courses', number]; title: string }) {
  const { pantry, value, put, readOnly } = useService();
  const [out, setOut] = useState(false);
  if (readOnly) return null;
  if (!out)
    return (
      <Button look="plain" className="mt-1 ml-2 min-h-7! px-2! text-sm" onClick={() => setOut(true)}>
        {fill(day.names.fishOut, { course: fishOf(value([...way, 'formula', 'fish', 'species']), pantry) })}
      </Button>
    );
  return (
    <fieldset className="mt-1">
      <legend className="sr-only">{fill(day.names.fishOut, { course: title })}</legend>
      <Finder
        label={day.names.instead}
        placeholder={day.names.instead}
        items={pantry.species.map((one) => ({ id: one.id, name: one.name, words: one.name.toLowerCase() }))}
        onPick={(species) => {
          setOut(false);
          // Of the formula still, whose batches it draws from, and none of its versions.
          const course = putWay(value(way) as { [key: string]: Json }, ['version', 'number'], undefined);
          put(way, putWay(course, ['formula', 'fish', 'species'], species));
        }}
      />
    </fieldset>
  );
}

const fishOf = (species: Json | undefined, pantry: Pantry) =>
  pantry.species.find((one) => one.id === species)?.name.toLowerCase() ?? String(species ?? '');

/** Of which version the course is; a newer one is taken by a press. */
function Version({ place, course }: { place: number; course: Json }) {
  const { kitchen, latest, take, readOnly } = useService();
  const formula = Number(atWay(course, ['version', 'formula']));
  const number = atWay(course, ['version', 'number']);
  const newest = useQuery({ ...newestQuery(kitchen, formula), enabled: formula > 0 }).data ?? null;
  const sending = useSending();
  if (!(formula > 0)) return null;
  return (
    <span className="text-quiet">
      <Link
        to="/$kitchen/formula/$formula/bench"
        params={{ kitchen, formula: String(formula) }}
        className="underline"
      >
        {number ? fill(day.setup.version, { number: String(number) }) : day.setup.draft}
      </Link>
      {newest !== null && newest !== number && !readOnly && (
        <LinkButton
          className="ml-2"
          title={fill(day.setup.newer, { number: newest })}
          onClick={() =>
            sending.send(async () =>
              take(putWay(latest(), ['courses', place], await renewed(kitchen, course))),
            )
          }
        >
          {day.names.take}
        </LinkButton>
      )}
    </span>
  );
}
