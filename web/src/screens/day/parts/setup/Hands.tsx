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

/** Initials that nobody has yet. */
function freeName(known: readonly string[]): string {
  for (let number = known.length + 1; ; number += 1) if (!known.includes(`P${number}`)) return `P${number}`;
}
