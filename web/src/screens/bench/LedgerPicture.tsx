import type { Ledger } from '@/api';
import { grams, percent, plain } from '@/format/numbers';
import { useBench } from './BenchContext';
import { text } from './document';

const HIGH = 74;
const WIDE = 244;

/** Salt from jar to plate as steps: each stands on what was there before; the range is a line on top. */
export function LedgerPicture({ ledger }: { ledger: Ledger }) {
  const { value } = useBench();
  const native = ledger.native_salt_g ?? 0;
  const most = Math.max(ledger.salt_g_range?.[1] ?? 0, ledger.salt_g ?? 0, 0.1);
  const y = (salt: number) => HIGH - (salt / most) * (HIGH - 6);
  let below = native;
  const steps = [
    { name: 'fish', from: 0, to: native, ends: null as number[] | null },
    ...ledger.entries.map((entry, place) => {
      const from = below;
      below += entry.taken_up_g - entry.removed_g;
      const name = text(value(['jars', place, 'name'])) ?? `jar ${place + 1}`;
      return {
        name: name.split(' ')[0] ?? name,
        from,
        to: below,
        ends: [from + entry.low_g, from + entry.high_g],
      };
    }),
    { name: 'plate', from: 0, to: ledger.salt_g ?? below, ends: ledger.salt_g_range ?? null },
  ];
  const wide = WIDE / steps.length;
  return (
    <section aria-label="Salt to the plate" className="mt-3">
      <h3>Salt to the plate</h3>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH + 18}`}
        className="mt-1 w-full"
        role="img"
        aria-label={`${grams(ledger.salt_g)} of salt on the plate`}
      >
        <path d={`M0 ${HIGH}H${WIDE}`} className="stroke-edge" />
        {steps.map((step, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
          <g key={place} transform={`translate(${place * wide} 0)`}>
            <rect
              x={3}
              width={wide - 6}
              y={y(step.to)}
              height={Math.max(y(step.from) - y(step.to), 1)}
              fill="url(#hatch-salt)"
            />
            {step.ends && (
              <path
                d={`M${wide / 2} ${y(step.ends[0] ?? 0)}V${y(step.ends[1] ?? 0)}`}
                className="stroke-ink"
                strokeWidth="2"
              />
            )}
            <text x={wide / 2} y={HIGH + 14} textAnchor="middle" fontSize="11" className="fill-quiet">
              {step.name.slice(0, Math.floor(wide / 6.5))}
            </text>
          </g>
        ))}
      </svg>
      <p className="text-sm text-quiet">
        <strong className="text-ink">{plain(ledger.salt_g_per_serving, 1)} g</strong> a serving,{' '}
        {plain(ledger.sodium_mg_per_serving, 0)} mg sodium; {percent(ledger.salt_pct_of_edible)} of the fish
        with its own salt.
      </p>
    </section>
  );
}
