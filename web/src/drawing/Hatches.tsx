/** The hatch of each component: colour is never alone. Fill a shape with url(#hatch-NAME). */

const LINES: Record<string, string> = {
  salt: 'M0 6L6 0M-1 1L1 -1M5 7L7 5',
  sugar: 'M0 0L6 6M-1 5L1 7M5 -1L7 1',
  acid: 'M0 3H6',
  oil: 'M0 1.5H6M0 4.500H6',
  alcohol: 'M3 0V6',
  aromatics: 'M0 6L3 2L6 6',
  other: 'M0 0L6 6M6 0L0 6',
};

export function Hatches() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        {['water', 'starch', ...Object.keys(LINES)].map((name) => (
          <pattern key={name} id={`hatch-${name}`} width="6" height="6" patternUnits="userSpaceOnUse">
            <rect width="6" height="6" style={{ fill: `var(--color-${name})` }} />
            {LINES[name] && (
              <path
                d={LINES[name]}
                className="stroke-strata-ink"
                strokeWidth="0.7"
                opacity="0.5"
                fill="none"
              />
            )}
            {name === 'starch' && <circle cx="3" cy="3" r="0.9" className="fill-strata-ink" opacity="0.5" />}
          </pattern>
        ))}
      </defs>
    </svg>
  );
}
