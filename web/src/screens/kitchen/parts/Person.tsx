import { useState } from 'react';
import { api, queries, sessionQuery, taken } from '@/api';
import { type GivenLink, type Member, type OwnKitchen, peopleChanged, type Role } from '@/api/people';
import { AskFirst, Choice, LazyMenu, Trouble, useSending } from '@/ui';
import { fill } from '@/words';
import { people } from '@/words/people';
import { LinkShown } from './LinkShown';

interface Props {
  person: Member;
  kitchen: OwnKitchen;
  owns: boolean;
  oneself: boolean;
}

/** What is asked about first. */
const ASKED = { handOver: people.names.handOver, remove: people.names.remove };

/** One of the kitchen's people: initials, name, role, and what an owner can do for or about them. */
export function Person({ person, kitchen, owns, oneself }: Props) {
  const [asking, setAsking] = useState<'handOver' | 'remove' | null>(null);
  const [link, setLink] = useState<GivenLink | null>(null);
  const sending = useSending();
  const path = { kitchen: kitchen.slug, person: person.id };

  /** Do it; what one may oneself can be another thing afterwards. */
  const act = async (deed: () => Promise<unknown>) => {
    const done = await sending.send(async () => {
      await deed();
      await peopleChanged(kitchen.slug);
      await queries.invalidateQueries(sessionQuery);
    });
    if (done) setAsking(null);
  };
  const give = (role: Role) =>
    act(() =>
      taken(api.PUT('/api/kitchens/{kitchen}/people/{person}/role', { params: { path }, body: { role } })),
    );
  const reset = (without_second_factor: boolean) =>
    sending.send(async () =>
      setLink(
        await taken(
          api.POST('/api/kitchens/{kitchen}/people/{person}/reset-link', {
            params: { path },
            body: { without_second_factor },
          }),
        ),
      ),
    );
  const deeds = {
    handOver: () =>
      taken(
        api.POST('/api/kitchens/{kitchen}/hand-over', {
          params: { path: { kitchen: kitchen.slug } },
          body: { person: person.id },
        }),
      ),
    remove: () => taken(api.DELETE('/api/kitchens/{kitchen}/people/{person}', { params: { path } })),
  };
  const told = { person: person.name, kitchen: kitchen.name };
  const has = [
    oneself && people.kitchen.you,
    person.has_code && people.kitchen.code,
    person.second_factor && people.kitchen.factor,
  ].filter(Boolean);

  return (
    <li className="py-2" data-person={person.username}>
      <div className="flex flex-wrap items-center gap-x-3">
        <span className="grid size-9 shrink-0 place-items-center rounded-full bg-kelp-soft text-sm font-bold">
          {person.initials}
        </span>
        <span className="grow">
          <strong>{person.name}</strong>
          <span className="block text-sm text-quiet">{[person.username, ...has].join(' · ')}</span>
        </span>
        {owns ? (
          <Choice
            label={fill(people.names.roleOf, { person: person.name })}
            value={person.role}
            choices={people.roles}
            onPick={(role) => void give(role)}
          />
        ) : (
          <span>{people.roles[person.role]}</span>
        )}
        {owns && oneself && <span className="hidden size-9 sm:block" />}
        {owns && !oneself && (
          <LazyMenu
            label={fill(people.names.moreFor, { person: person.name })}
            look="grid size-9 place-items-center rounded-control hover:bg-sunk pointer-coarse:size-11"
            button="…"
            choices={[
              { name: people.names.resetLink, onSelect: () => void reset(false) },
              ...(person.second_factor
                ? [{ name: people.names.resetWithoutFactor, onSelect: () => void reset(true) }]
                : []),
              { name: people.names.handOver, onSelect: () => setAsking('handOver') },
              { name: people.names.remove, onSelect: () => setAsking('remove') },
            ]}
          />
        )}
      </div>
      <Trouble words={asking ? undefined : sending.problem?.detail} />
      {link && <LinkShown link={link} onDone={() => setLink(null)} />}
      <AskFirst
        title={asking ? ASKED[asking] : undefined}
        says={fill(asking === 'handOver' ? people.kitchen.handing : people.kitchen.removing, told)}
        sending={sending}
        onDo={() => asking && void act(deeds[asking])}
        onClose={() => setAsking(null)}
      />
    </li>
  );
}
