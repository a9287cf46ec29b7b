import { run as words } from '@/words/run';
import { soundOn, sounds } from '../state/useAlarm';

/** Rings are not heard before somebody has pressed something: it is said, and one press is enough. */
export function Sound() {
  // The head is drawn anew each second: whatever was pressed meanwhile shows.
  if (sounds()) return null;
  return (
    <button
      type="button"
      data-part="sound"
      onClick={async () => {
        await soundOn();
        if (globalThis.Notification?.permission === 'default') await Notification.requestPermission();
      }}
      className="min-h-12 rounded-control border-2 border-edge bg-plate px-3 text-lg font-semibold"
    >
      {words.names.sound}
    </button>
  );
}
