import { useQuery } from '@tanstack/react-query';
import { useLocation } from '@tanstack/react-router';
import { api, taken } from '@/api';
import { Trouble } from '@/ui';
import { fill } from '@/words';
import { people } from '@/words/people';
import { Door } from './Door';
import { Invited } from './Invited';
import { Reset } from './Reset';

/** What a link opens that somebody was given; its secret stands behind the hash, which is sent to no server as an address. */
export function LinkScreen() {
  const token = useLocation({ select: (location) => location.hash });
  const asked = useQuery({
    queryKey: ['link', token],
    queryFn: () => taken(api.POST('/api/links/look', { body: { token } })),
    enabled: token !== '',
    retry: false,
    gcTime: 0,
  });
  const link = asked.data;
  const title =
    link?.kind === 'invitation'
      ? fill(people.doors.invited, { person: link.made_by, kitchen: link.kitchen })
      : link && fill(people.doors.reset, { person: link.username });
  if (!token)
    return (
      <Door title={people.doors.nothing}>
        <h1 className="text-2xl">{people.doors.nothing}</h1>
        <p className="mt-2 text-quiet">{people.doors.nothingSays}</p>
      </Door>
    );
  return (
    <Door title={title ?? people.names.link}>
      <h1 className="text-2xl">{title ?? (asked.isPending ? people.doors.looking : people.doors.nothing)}</h1>
      <Trouble words={asked.error?.message} />
      {link?.kind === 'invitation' && <Invited link={link} token={token} />}
      {link?.kind === 'reset' && <Reset token={token} />}
    </Door>
  );
}
