import type { Json } from '@/api';
import { usePlanned } from '@/formula/usePlanned';
import { Button, NumberInput } from '@/ui';
import { fill, names, says } from '@/words';
import { duration } from '@/words/numbers';
import { usePlaying } from '../state/usePlaying';

/** The minute as a field shows it: a tenth below ten, whole ones above. */
const shownMinutes = (minutes: number) =>
  minutes < 10 ? Math.round(minutes * 10) / 10 : Math.round(minutes);

interface Props {
  jar: number;
  minutes: number;
  end: number;
  pinned: number | null;
  onMinute: (minutes: number | null) => void;
  onPin: (minutes: number | null) => void;
}

/** The minute that is looked at: typed, played through, pinned beside another, planned. */
export function Minute({ jar, minutes, end, pinned, onMinute, onPin }: Props) {
  const { plan } = usePlanned(jar);
  const { playing, play, stop } = usePlaying(end, onMinute);
  const look = 'min-h-8! px-2.5! text-sm pointer-coarse:min-h-11!';
  return (
    <div className="flex flex-wrap items-center gap-2" data-part="minute">
      <label htmlFor="minute" className="font-title text-lg font-semibold">
        {says.window.at}
      </label>
      <NumberInput
        id="minute"
        label={names.minute}
        value={shownMinutes(minutes)}
        onType={(typed: Json) => {
          stop();
          onMinute(typeof typed === 'number' && typed >= 0 ? typed : null);
        }}
        className="w-20"
      />
      <span>{says.window.min}</span>
      <Button look="plain" className={look} aria-pressed={playing} onClick={playing ? stop : play}>
        <svg viewBox="0 0 12 12" className="size-3 fill-current" aria-hidden="true">
          <path d={playing ? 'M2 1h3v10H2zM7 1h3v10H7z' : 'M2 1l9 5-9 5z'} />
        </svg>
        {playing ? names.stopPlaying : names.play}
      </Button>
      {pinned === null ? (
        <Button look="plain" className={look} onClick={() => onPin(minutes)}>
          {names.pin}
        </Button>
      ) : (
        <Button look="plain" className={look} onClick={() => onPin(null)}>
          {fill(names.unpin, { time: duration(pinned) })}
        </Button>
      )}
      {plan && (
        <Button look="plain" className={`ml-auto ${look}`} onClick={() => plan(minutes)}>
          {fill(names.planMinutes, { time: duration(minutes) })}
        </Button>
      )}
    </div>
  );
}
