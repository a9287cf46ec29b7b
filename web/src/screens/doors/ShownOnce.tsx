import { useState } from 'react';
import { Button, Done, TextInput } from '@/ui';
import { people } from '@/words/people';

interface Props {
  /** What it is, and that it is shown this once. */
  words: string;
  label: string;
  value: string;
  /** What the button says that copies it. */
  copy: string;
  part: string;
  onDone: () => void;
}

/** A secret that is shown this once, to be copied. */
export function ShownOnce({ words, label, value, copy, part, onDone }: Props) {
  const [copied, setCopied] = useState(false);
  return (
    <div className="mt-2 rounded-control bg-kelp-soft p-3" data-part={part}>
      <p className="text-sm">{words}</p>
      <TextInput
        label={label}
        className="mt-2 w-full font-mono text-sm"
        value={value}
        readOnly
        onFocus={(event) => event.target.select()}
        onType={() => undefined}
      />
      <div className="mt-2 flex gap-2">
        <Button
          onClick={() =>
            // Where the browser does not let us, the field can still be copied from by hand.
            void navigator.clipboard?.writeText(value).then(
              () => setCopied(true),
              () => undefined,
            )
          }
        >
          {copy}
        </Button>
        <Button look="quiet" onClick={onDone}>
          {people.names.done}
        </Button>
      </div>
      <Done words={copied && people.kitchen.copied} />
    </div>
  );
}
