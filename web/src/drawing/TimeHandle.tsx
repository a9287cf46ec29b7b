import type { KeyboardEvent, PointerEvent } from 'react';
import { stepped, type TimeStep, tidy } from './steps';

/** Page keys go so many steps. */
const PAGE = 5;

interface Props {
  label: string;
  /** Where it stands [min], and in words. */
  minutes: number;
  words: string;
  /** Whether it stands for a time that is not planned. */
  vague: boolean;
  end: number;
  steps: TimeStep[];
  /** From a time to its place on the bar [%], and back. */
  at: (minutes: number) => number;
  from: (place: number) => number;
  onMove?: (minutes: number) => void;
}

/**
 * The handle of a bar of time: it stands exactly at its time. Arrow keys move it by the step that such a time is told
 * in, Page keys by several; pressed anywhere on the bar it comes there.
 */
export function TimeHandle({ label, minutes, words, vague, end, steps, at, from, onMove }: Props) {
  function key(event: KeyboardEvent) {
    const by = MOVES[event.key];
    const go = { Home: 1, End: end }[event.key];
    if (!onMove || (by === undefined && go === undefined)) return;
    event.preventDefault();
    let next = go ?? minutes;
    for (let left = Math.abs(by ?? 0); left > 0; left -= 1)
      next = stepped(next, (by ?? 1) > 0 ? 1 : -1, steps);
    onMove(tidy(Math.min(next, end), steps));
  }

  function point(event: PointerEvent<HTMLDivElement>) {
    const box = event.currentTarget.getBoundingClientRect();
    const place = ((event.clientX - box.left) / box.width) * 100;
    onMove?.(tidy(from(Math.min(Math.max(place, 0), 100)), steps));
  }

  return (
    <div
      className={`absolute inset-x-0 -inset-y-2 touch-none ${onMove ? 'cursor-pointer' : ''}`}
      onPointerDown={(event) => {
        if (!onMove || event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        point(event);
      }}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId)) point(event);
      }}
    >
      <span
        role="slider"
        tabIndex={onMove ? 0 : -1}
        aria-label={label}
        aria-valuemin={0}
        aria-valuemax={Math.round(end)}
        aria-valuenow={Math.round(minutes * 10) / 10}
        aria-valuetext={words}
        aria-disabled={onMove ? undefined : true}
        onKeyDown={key}
        data-part="handle"
        // A finger has more to press than is drawn.
        className="absolute inset-y-0.5 flex w-6 -translate-x-1/2 justify-center rounded-full pointer-coarse:-inset-y-1 pointer-coarse:w-11 pointer-coarse:py-1.5"
        style={{ left: `${at(minutes)}%` }}
      >
        <span
          className={`w-5 rounded-full border-[3px] border-ink bg-plate pointer-coarse:w-7 ${vague ? 'border-dashed' : ''}`}
        />
      </span>
    </div>
  );
}

const MOVES: Record<string, number> = {
  ArrowRight: 1,
  ArrowUp: 1,
  ArrowLeft: -1,
  ArrowDown: -1,
  PageUp: PAGE,
  PageDown: -PAGE,
};
