import { says } from '@/words';
import { useOpened } from './opened';

/** Where figures will stand: that they are being reckoned, or that the server is not heard and they come once it is. */
export function Reckoning({ className = 'text-quiet' }: { className?: string }) {
  const { unreckoned, draft } = useOpened();
  const lost = unreckoned !== null || draft.keeping.state === 'trouble';
  return (
    <p className={className} data-part="reckoning">
      {lost ? says.app.whenHeard : says.app.reckoning}
    </p>
  );
}
