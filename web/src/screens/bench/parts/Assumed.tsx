import { useOpened } from '@/formula/opened';
import { Button, LinkButton } from '@/ui';
import { fill, names, says } from '@/words';

/** What is taken for granted at a place of the document: one press says that it is so, or what it is instead. */
export function Assumed({ at }: { at: string }) {
  const { evaluation, apply, readOnly } = useOpened();
  const found =
    evaluation?.assumptions.filter((one) => one.path === at || one.path.startsWith(`${at}/`)) ?? [];
  if (readOnly || !found.length) return null;
  return (
    <ul className="mt-0.5 space-y-1 text-sm" data-assumed={at}>
      {found.map((one) => (
        <li key={one.text} className="flex flex-wrap items-center gap-x-1">
          <Button
            look="plain"
            className="min-h-7! px-2! text-sm"
            aria-label={fill(names.itIs, { what: one.text })}
            onClick={() => apply(one.patch)}
          >
            {one.text}
          </Button>
          <span className="text-quiet">{says.fish.or}</span>
          {one.others.map((other) => (
            <LinkButton
              key={other.text}
              aria-label={other.text}
              className="min-w-6 px-1"
              onClick={() => apply(other.patch)}
            >
              {other.short}
            </LinkButton>
          ))}
        </li>
      ))}
    </ul>
  );
}
