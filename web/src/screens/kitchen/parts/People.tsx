import { useQuery } from '@tanstack/react-query';
import { useRouteContext } from '@tanstack/react-router';
import { type OwnKitchen, peopleQuery } from '@/api/people';
import { Plate, Trouble } from '@/ui';
import { people } from '@/words/people';
import { Invitations } from './Invitations';
import { Person } from './Person';
import { Tablets } from './Tablets';

/** Who belongs to the kitchen; for its owners also who is invited, and which tablets it shares. */
export function People({ kitchen, owns }: { kitchen: OwnKitchen; owns: boolean }) {
  const { person } = useRouteContext({ from: '/$kitchen' });
  const asked = useQuery(peopleQuery(kitchen.slug));
  return (
    <div className="grid items-start gap-3 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <Plate title={people.names.people} part="people">
        <Trouble words={asked.error?.message} />
        <ul className="mt-2 divide-y divide-line">
          {asked.data?.map((one) => (
            <Person key={one.id} person={one} kitchen={kitchen} owns={owns} oneself={one.id === person.id} />
          ))}
        </ul>
        <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-3 text-sm text-quiet">
          {Object.entries(people.may).map(([role, may]) => (
            <div key={role} className="contents">
              <dt className="font-semibold">{people.roles[role as keyof typeof people.roles]}</dt>
              <dd>{may}</dd>
            </div>
          ))}
        </dl>
      </Plate>
      {owns && (
        <div className="grid gap-3">
          <Invitations kitchen={kitchen} />
          <Tablets kitchen={kitchen} />
        </div>
      )}
    </div>
  );
}
