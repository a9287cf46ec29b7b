import type { Ledger } from '@/api';
import { useJarName } from '@/formula/jars/useJarName';
import { useOpened } from '@/formula/opened';
import { fill, says } from '@/words';
import { grams } from '@/words/numbers';
import type { Bounds } from './Gauge';

const HIGH = 58;
const WIDE = 244;
/** So many steps have room for their words side by side. */
const CLOSE = 7;
/** Height of a letter with its air. */
const LETTER = 11;

/** Salt from jar to plate as steps: each stands on what was there before; the range is a line on top, the target is dashed. */
export function LedgerPicture({ ledger }: { ledger: Ledger }) {
  const { value, evaluation } = useOpened();
  const nameOf = useJarName();
  const native = ledger.native_salt_g ?? 0;
  const edible = evaluation?.fish.edible_g ?? 0;
  const bounds = value(['targets', 'salt_pct_of_edible']) as Bounds | undefined;
  const aim = bounds?.value ?? bounds?.max ?? bounds?.min;
  const target = typeof aim === 'number' && edible ? (aim * edible) / 100 : null;
  const most = Math.max(ledger.salt_g_range?.[1] ?? 0, ledger.salt_g ?? 0, target ?? 0, 0.1);
  const y = (salt: number) => HIGH - (salt / most) * (HIGH - 8);
  let below = native;
  const steps = [
    { name: says.plate.fish, from: 0, to: native, ends: null as number[] | null },
    ...ledger.entries.map((entry, place) => {
      const from = below;
      below += entry.taken_up_g - entry.removed_g;
      const name = nameOf(place);
      return { name, from, to: below, ends: [from + entry.low_g, from + entry.high_g] };
    }),
    { name: says.plate.plate, from: 0, to: ledger.salt_g ?? below, ends: ledger.salt_g_range ?? null },
  ];
  const wide = WIDE / steps.length;
  // Of many jars only some are numbered: the words at both ends take more room than a step has.
  const every = steps.length > CLOSE ? Math.ceil(steps.length / CLOSE) : 1;
  const said = ({ name, from, to }: (typeof steps)[number]) =>
    fill(says.plate.step, { step: name, salt: grams(to - from) });
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH + 18}`}
      className="mt-1 w-full max-w-80"
      role="img"
      aria-label={steps.map(said).join(', ')}
    >
      <path d={`M0 ${HIGH}H${WIDE}`} className="stroke-edge" />
      {steps.map((step, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
        <g key={place} transform={`translate(${place * wide} 0)`}>
          <title>{said(step)}</title>
          <rect
            x={3}
            width={wide - 6}
            y={y(step.to)}
            height={Math.max(y(step.from) - y(step.to), 1)}
            fill="url(#hatch-salt)"
          />
          {place < steps.length - 1 && (
            <path d={`M${wide - 3} ${y(step.to)}h6`} className="stroke-quiet" strokeWidth="0.8" />
          )}
          {step.ends && (
            <path
              d={`M${wide / 2} ${y(step.ends[0] ?? 0)}V${y(step.ends[1] ?? 0)}M${wide / 2 - 3} ${y(step.ends[0] ?? 0)}h6M${wide / 2 - 3} ${y(step.ends[1] ?? 0)}h6`}
              className="stroke-ink"
              strokeWidth="1.2"
              fill="none"
            />
          )}
          <text x={wide / 2} y={HIGH + 13} textAnchor="middle" fontSize="11" className="fill-quiet">
            {place === steps.length - 1 && !ledger.complete
              ? says.plate.plateAtLeast
              : place === 0 || place === steps.length - 1
                ? step.name
                : place % every === 0 && (every === 1 || place < steps.length - 2)
                  ? `${place}`
                  : ''}
          </text>
        </g>
      ))}
      {target !== null && (
        <>
          <path d={`M0 ${y(target)}H${WIDE}`} className="stroke-best" strokeDasharray="4 3" />
          {/* Above its line, or below it where the picture ends above. */}
          <text x={2} y={y(target) + (y(target) < LETTER ? LETTER : -2)} fontSize="10" className="fill-best">
            {fill(says.plate.target, { salt: grams(target) })}
          </text>
        </>
      )}
    </svg>
  );
}
