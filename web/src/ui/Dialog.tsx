import { Dialog as Radix } from 'radix-ui';
import { type ReactNode, useRef } from 'react';
import { focusAgain, openedFrom } from './focus';

interface Props {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  children: ReactNode;
  says?: string;
  wide?: boolean;
}

/** A dialog. Forms inside close it themselves once their work is done, so that nothing typed is dropped. */
export function Dialog({ open, onOpenChange, title, says, wide, children }: Props) {
  const from = useRef<HTMLElement | null>(null);
  const was = useRef(false);
  // Noted before anything in it takes the focus.
  if (open && !was.current) from.current = openedFrom();
  was.current = open;
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-10 bg-black/40" />
        <Radix.Content
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            focusAgain(from.current);
          }}
          className={`fixed top-1/2 left-1/2 z-20 max-h-[88dvh] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-plate border border-line bg-plate p-5 shadow-xl ${wide ? 'w-[min(46rem,94vw)]' : 'w-[min(34rem,92vw)]'}`}
        >
          <Radix.Title className="text-lg">{title}</Radix.Title>
          <Radix.Description className={says ? 'mt-1 text-quiet' : 'sr-only'}>
            {says ?? title}
          </Radix.Description>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
