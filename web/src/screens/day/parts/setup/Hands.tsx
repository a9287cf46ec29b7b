import { atWay, list, text } from '@/document/document';
import { fill } from '@/words';
import { day } from '@/words/day';
import { Said } from '@/words/Said';
import { useService } from '../../state/opened';
import { Add, Drop, Fault, Word } from './fields';

/** Who is there, and from when to when. */
export function Hands() {
  const { value, put } = useService();
  const people = list(value(['kitchen', 'people']));
  const known = people.map((one) => text(atWay(one, ['id'])) ?? '');
  return (
    <>
      {people.map((_, place) => {
        const way = ['kitchen', 'people', place] as const;
        const number = place + 1;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: what a person is called is typed here
          <div key={place} className="flex flex-wrap items-center gap-1 leading-7" data-person={place}>
            <span>
              <Said
                words={day.setup.handsLine}
                slots={{
                  who: <Word way={[...way, 'id']} label={fill(day.names.person, { place: number })} />,
                  from: (
                    <Word
                      way={[...way, 'from']}
                      label={fill(day.names.from, { place: number })}
                      hint="00:00"
                    />
                  ),
                  to: (
                    <Word way={[...way, 'to']} label={fill(day.names.to, { place: number })} hint="24:00" />
                  ),
                }}
              />
            </span>
            <Drop way={way} label={fill(day.names.dropPerson, { who: known[place] || number })} />
            <AwayTimes place={place} who={known[place] || String(number)} />
            <Fault way={way} />
            <Fault way={[...way, 'from']} />
            <Fault way={[...way, 'to']} />
          </div>
        );
      })}
      <Fault way={['kitchen', 'people']} />
      <Add
        label={day.names.addPerson}
        onAdd={() => put(['kitchen', 'people', people.length], { id: freeName(known) })}
      />
    </>
  );
}

/** When somebody is away meanwhile: the staff meal, an errand. */
function AwayTimes({ place, who }: { place: number; who: string }) {
  const { value, put } = useService();
  const way = ['kitchen', 'people', place, 'away'] as const;
  const times = list(value(way));
  return (
    <>
      {times.map((_, at) => {
        const named = { who, place: at + 1 };
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: times have no other name
          <span key={at} className="flex w-full flex-wrap items-center gap-1 pl-4" data-away={at}>
            <span>
              <Said
                words={day.setup.awayLine}
                slots={{
                  from: <Word way={[...way, at, 'from']} label={fill(day.names.away, named)} hint="17:00" />,
                  to: <Word way={[...way, at, 'to']} label={fill(day.names.awayTo, named)} hint="17:20" />,
                  note: (
                    <Word
                      way={[...way, at, 'note']}
                      label={fill(day.names.awayNote, named)}
                      hint={day.setup.awayHint}
                    />
                  ),
                }}
              />
            </span>
            <Drop way={[...way, at]} label={fill(day.names.dropAway, named)} />
            <Fault way={[...way, at]} />
            <Fault way={[...way, at, 'from']} />
            <Fault way={[...way, at, 'to']} />
          </span>
        );
      })}
      <Add label={day.names.addAway} onAdd={() => put([...way, times.length], {})} />
    </>
  );
}

/** Initials that nobody has yet. */
function freeName(known: readonly string[]): string {
  for (let number = known.length + 1; ; number += 1) if (!known.includes(`P${number}`)) return `P${number}`;
}
