import { kindOf } from '@/document/kinds';
import { useOpened } from '@/formula/opened';

interface OfferProps {
  name: string;
  kind: string;
  reason: string;
  onTake: () => void;
}

export function Offer({ name, kind, reason, onTake }: OfferProps) {
  const { pantry } = useOpened();
  return (
    <button
      type="button"
      onClick={onTake}
      className="w-full rounded-control px-2 py-1.5 text-left hover:bg-kelp-soft"
    >
      <span className="font-semibold">{name}</span>
      <span className="ml-2 text-sm text-quiet">{kindOf(pantry, kind)?.name.toLowerCase()}</span>
      <span className="block text-sm text-quiet">{reason}</span>
    </button>
  );
}
