import type { ReactNode } from 'react';
import { Button } from './Button';
import { Done } from './Done';
import { Trouble } from './Trouble';
import type { Sending } from './useSending';

interface Props {
  sending: Sending;
  /** What its button says. */
  submit: string;
  onSend: () => void;
  /** What is said once it is done. */
  done?: string | false;
  look?: 'action' | 'plain';
  /** Whether the button is as wide as the form. */
  wide?: boolean;
  /** What stands beside the button. */
  beside?: ReactNode;
  children: ReactNode;
}

/** Fields that are sent together: what is wrong with all of them, the button, and that it is done. */
export function SendForm({ sending, submit, onSend, done, look, wide, beside, children }: Props) {
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSend();
      }}
    >
      {children}
      <Trouble words={sending.fault} />
      <div className={`flex flex-wrap gap-2 ${wide ? 'mt-5' : 'mt-3'}`}>
        <Button type="submit" look={look} className={wide ? 'w-full' : ''} disabled={sending.busy}>
          {submit}
        </Button>
        {beside}
      </div>
      <Done words={done} />
    </form>
  );
}
