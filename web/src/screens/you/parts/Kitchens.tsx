import { useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import { api, queries, sessionQuery, taken } from '@/api';
import type { OwnKitchen } from '@/api/people';
import { NewKitchen } from '@/screens/doors/NewKitchen';
import { AskFirst, LinkButton, Plate, useSending } from '@/ui';
import { fill, named } from '@/words';
import { people } from '@/words/people';

/** The kitchens that one belongs to: leaving one, and making another. */
export function Kitchens({ kitchens }: { kitchens: OwnKitchen[] }) {
  const [leaving, setLeaving] = useState<OwnKitchen | null>(null);
  const sending = useSending();
  const navigate = useNavigate();

  async function leave(kitchen: string) {
    const left = await sending.send(async () => {
      await taken(api.DELETE('/api/account/kitchens/{kitchen}', { params: { path: { kitchen } } }));
      await queries.invalidateQueries(sessionQuery);
    });
    if (left) await navigate({ to: '/' });
  }

  return (
    <Plate title={people.you.kitchens} part="kitchens">
      <ul className="mt-2 divide-y divide-line">
        {kitchens.map((one) => (
          <li key={one.slug} className="flex flex-wrap items-center gap-x-3 py-1.5">
            <span className="grow">
              <strong>{one.name}</strong>{' '}
              <span className="text-quiet">
                {fill(people.you.as, { role: named(people.roles, one.role) })}
              </span>
            </span>
            <LinkButton
              aria-label={fill(people.names.leave, { kitchen: one.name })}
              onClick={() => setLeaving(one)}
            >
              {people.names.leaveKitchen}
            </LinkButton>
          </li>
        ))}
      </ul>
      {kitchens.some((one) => one.role === 'owner') && <NewKitchen />}
      <AskFirst
        title={leaving ? fill(people.names.leave, { kitchen: leaving.name }) : undefined}
        says={leaving && fill(people.you.leaves, { kitchen: leaving.name })}
        sending={sending}
        onDo={() => leaving && void leave(leaving.slug)}
        onClose={() => setLeaving(null)}
      />
    </Plate>
  );
}
