import { names, says } from '@/words';
import { Flag } from '../fields';

/** Fat spooned over, or not. */
export function Basting() {
  return (
    <Flag
      way={['cook', 'basted']}
      label={names.basted}
      no={says.cooking.notBasted}
      yes={says.cooking.basted}
    />
  );
}
