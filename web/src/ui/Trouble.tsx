/** What did not work, where it did not: in the core's or the server's own words. */
export function Trouble({ words }: { words: string | undefined }) {
  if (!words) return null;
  return (
    <p role="alert" className="mt-2 rounded-control bg-warn-soft p-2 text-warn">
      {words}
    </p>
  );
}
