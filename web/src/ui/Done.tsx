/** That something was done, said where it was asked for. */
export function Done({ words }: { words: string | false | undefined }) {
  return (
    <p role="status" className={words ? 'mt-2 text-best' : ''}>
      {words}
    </p>
  );
}
