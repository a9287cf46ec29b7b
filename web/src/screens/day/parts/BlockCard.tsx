import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { PlannedStep } from '@/api';
import type { Block } from '@/service/columns';
import type { Scale } from '@/service/scale';
import { localAfter, wall } from '@/service/times';
import { announce } from '@/ui';
import { fill, named } from '@/words';
import { day } from '@/words/day';
import { duration } from '@/words/numbers';
import { useService } from '../state/opened';
import { pinned } from '../state/pins';

interface Props {
  block: Block;
  scale: Scale;
  /** At a station: narrow, in a word. */
  slim: boolean;
  /** Whose it is: by its place among the courses, and its letter where there is more than one. */
  course: { place: number; letter: string } | undefined;
}

/** So far the pointer moves before it drags [px], and so much a key moves [min]. */
const FAR = 4;
const BY_KEY = 5;
/** Courses are told apart by the pattern of their edge, and by their letter. */
const EDGES = [
  'border-l-kelp',
  'border-l-warn [border-left-style:dashed]',
  'border-l-brine [border-left-style:dotted]',
  'border-l-edge [border-left-style:double]',
];
/** A line of words [px]. */
const LINE = 18;

/** One step on the docket: pressed it is looked at, dragged or moved by keys it is put elsewhere. */
export function BlockCard({ block, scale, slim, course }: Props) {
  const { chosen, choose, readOnly, take, latest } = useService();
  const { step } = block;
  const from = useRef<number | null>(null);
  /** How far it is moved, while it is [min]. */
  const [moved, move] = useState(0);
  const dragged = useRef(false);
  const movable = !readOnly && !step.fixed && step.active;
  const top = scale.y(block.start);
  const high = Math.max(scale.y(block.end) - top - 1, 14);

  function putThere(minutes: number) {
    move(0);
    from.current = null;
    if (minutes) take(pinned(latest(), step.id, localAfter(step.start, minutes)));
  }

  const pointer = {
    onPointerDown: (event: PointerEvent) => {
      dragged.current = false;
      if (!movable || event.button !== 0 || event.pointerType === 'touch') return;
      from.current = event.clientY;
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: (event: PointerEvent) => {
      if (from.current === null) return;
      const by = event.clientY - from.current;
      if (!dragged.current && Math.abs(by) < FAR) return;
      dragged.current = true;
      move(scale.at(top + by) - block.start);
    },
    onPointerUp: () => putThere(moved),
    onPointerCancel: () => putThere(0),
  };

  function pressed(event: KeyboardEvent<HTMLButtonElement>) {
    const way = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (way && event.shiftKey && movable) {
      const to = moved + way * BY_KEY;
      move(to);
      announce(fill(day.step.moving, { at: wall(localAfter(step.start, to)) }));
    } else if (way) neighbour(event.currentTarget, way)?.focus();
    else if (event.key === 'Enter' && moved) putThere(moved);
    else if (event.key === 'Escape' && moved) move(0);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  const at = moved ? wall(localAfter(step.start, moved)) : wall(step.start);
  const shift = moved ? scale.y(block.start + moved) - top : 0;
  const lines = Math.max(1, Math.floor((high - 3) / LINE));
  const letter = course?.letter ?? '';
  const words = slim ? [letter, named(day.deeds, step.do)] : [letter, step.text];
  return (
    <li className="contents">
      <button
        type="button"
        data-step={step.id}
        data-start={step.start}
        data-pinned={step.pinned || undefined}
        aria-pressed={chosen === step.id}
        aria-label={fill(day.names.step, {
          at: wall(step.start),
          text: slim ? `${words.filter(Boolean).join(' ')}: ${step.text}` : words.filter(Boolean).join(' '),
          minutes: duration(block.end - block.start),
          who: step.people.join(', ') || day.names.nobody,
        })}
        onClick={() => {
          if (!dragged.current) choose(chosen === step.id ? null : step.id);
        }}
        onKeyDown={pressed}
        {...pointer}
        onBlur={() => move(0)}
        style={{ top: top + shift, height: high }}
        className={`absolute inset-x-0 overflow-hidden rounded-control border border-l-4 px-1 text-left text-sm leading-[1.15rem] ${EDGES[(course?.place ?? 0) % EDGES.length]} ${look(step, chosen === step.id)} ${moved ? 'z-[4] opacity-90 shadow-lg' : ''} ${movable ? 'cursor-grab' : ''}`}
      >
        {moved !== 0 && <b className="float-left mr-1 text-kelp">{at}</b>}
        {step.pinned && (
          <span aria-hidden="true" className="float-left mr-1">
            {day.pinMark}
          </span>
        )}
        <span
          className={`${slim ? 'text-quiet' : ''} ${lines > 1 ? 'overflow-hidden [-webkit-box-orient:vertical] [display:-webkit-box]' : 'block truncate'}`}
          style={{ WebkitLineClamp: lines }}
        >
          {words.filter(Boolean).join(' ')}
        </span>
      </button>
    </li>
  );
}

function look({ do: deed, fixed, pinned: isPinned }: PlannedStep, chosen: boolean): string {
  if (chosen) return 'border-kelp bg-kelp-soft font-semibold';
  // What has happened steps back.
  if (fixed) return 'border-line bg-plate text-quiet';
  if (deed === 'plate') return 'border-best bg-best-soft';
  if (deed === 'preheat') return 'border-line bg-sunk';
  return isPinned ? 'border-ink bg-kelp-soft' : 'border-edge bg-sunk hover:bg-kelp-soft';
}

/** The step before or behind one in its column. */
function neighbour(button: HTMLElement, way: number): HTMLElement | undefined {
  const all = [...(button.closest('ol')?.querySelectorAll<HTMLElement>('[data-step]') ?? [])];
  return all[all.indexOf(button) + way];
}
