import { useState } from 'react';
import { run as words } from '@/words/run';
import { soundOn, sounds } from '../state/useAlarm';

/** Rings are not heard before somebody has pressed something: it is said, and one press is enough. */
export function Sound() {
  const [on, setOn] = useState(sounds);
  if (on) return null;
  return (
    <button
      type="button"
      data-part="sound"
      onClick={async () => {
        setOn(await soundOn());
        if (globalThis.Notification?.permission === 'default') await Notification.requestPermission();
      }}
      className="min-h-12 rounded-control border-2 border-edge bg-plate px-3 text-lg font-semibold"
    >
      {words.names.sound}
    </button>
  );
}
