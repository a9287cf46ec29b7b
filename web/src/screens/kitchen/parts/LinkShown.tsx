import { useState } from 'react';
import type { GivenLink } from '@/api/people';
import { Button, Done, TextInput } from '@/ui';
import { fill } from '@/words';
import { since } from '@/words/numbers';
import { people } from '@/words/people';

/** A link to give to somebody: it is shown this once. */
export function LinkShown({ link, onDone }: { link: GivenLink; onDone: () => void }) {
  const [copied, setCopied] = useState(false);
  const address = window.location.origin + link.path;
  return (
    <div className="mt-2 rounded-control bg-kelp-soft p-3" data-part="link">
      <p className="text-sm">{fill(people.kitchen.linkSays, { when: since(new Date(link.ends_at)) })}</p>
      <TextInput
        label={people.names.link}
        className="mt-2 w-full font-mono text-sm"
        value={address}
        readOnly
        onFocus={(event) => event.target.select()}
        onType={() => undefined}
      />
      <div className="mt-2 flex gap-2">
        <Button
          onClick={() =>
            // Where the browser does not let us, the field can still be copied from by hand.
            void navigator.clipboard?.writeText(address).then(
              () => setCopied(true),
              () => undefined,
            )
          }
        >
          {people.names.copyLink}
        </Button>
        <Button look="quiet" onClick={onDone}>
          {people.names.done}
        </Button>
      </div>
      <Done words={copied && people.kitchen.copied} />
    </div>
  );
}
