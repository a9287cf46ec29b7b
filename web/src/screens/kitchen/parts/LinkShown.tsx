import type { GivenLink } from '@/api/people';
import { ShownOnce } from '@/screens/doors/ShownOnce';
import { fill } from '@/words';
import { since } from '@/words/numbers';
import { people } from '@/words/people';

/** A link to give to somebody: it is shown this once. */
export const LinkShown = ({ link, onDone }: { link: GivenLink; onDone: () => void }) => (
  <ShownOnce
    part="link"
    words={fill(people.kitchen.linkSays, { when: since(new Date(link.ends_at)) })}
    label={people.names.link}
    value={window.location.origin + link.path}
    copy={people.names.copyLink}
    onDone={onDone}
  />
);
