/** Small pictures of fish and cuts, to be pressed: an outline, and a line or two that tell it from the others. */

const BODY = 'M4 20C12 6 34 5 48 18L58 9V31L48 22C34 35 12 34 4 20Z';
const SHAPES: Record<string, { outline: string; lines?: string }> = {
  round: { outline: BODY, lines: 'M14 14Q18 20 14 26' },
  flat: { outline: 'M4 20L26 5H36L50 18L60 11V29L50 22L36 35H26Z', lines: 'M10 20H50' },
  slender: { outline: 'M2 20L16 15H48L60 10V30L48 25H16Z', lines: 'M14 17V23' },
};
const CUTS: Record<string, { outline: string; lines?: string }> = {
  whole: { outline: BODY, lines: 'M14 14Q18 20 14 26' },
  side: { outline: 'M4 13H40Q56 14 60 20Q56 26 40 27H4Z', lines: 'M10 20H50' },
  fillet: { outline: 'M6 14H36Q52 15 58 20Q52 26 36 27H6Z', lines: 'M18 15L24 26M30 15L36 26' },
  loin: { outline: 'M6 13H58V27H6Z', lines: 'M6 17H58' },
  steak: {
    outline: 'M32 5C46 5 52 14 50 22C48 32 42 35 38 35L36 27H28L26 35C22 35 16 32 14 22C12 14 18 5 32 5Z',
    lines: 'M32 16a3 3 0 1 0 .1 0',
  },
  butterflied: {
    outline: 'M32 8C18 6 8 12 6 20C8 28 18 34 32 32C46 34 56 28 58 20C56 12 46 6 32 8Z',
    lines: 'M32 8V32',
  },
  strip: { outline: 'M6 12H58V16H6ZM6 19H58V23H6ZM6 26H58V30H6Z' },
  chunk: { outline: 'M8 8H24V24H8ZM30 14H46V30H30Z', lines: 'M8 8L12 5H28L24 8M30 14L34 11H50L46 14' },
  ribbon: { outline: 'M4 22Q12 12 20 20T36 20T52 18L60 22Q52 28 44 26T28 26T12 28Z' },
};

/** The picture of a fish's shape, or of a cut; nothing for one that has none. */
export function CutIcon({ kind, id }: { kind: 'shape' | 'cut'; id: string }) {
  const found = (kind === 'shape' ? SHAPES : CUTS)[id];
  if (!found) return null;
  return (
    <svg viewBox="0 0 64 40" className="h-12 w-20" aria-hidden="true">
      <path
        d={found.outline}
        className="fill-flesh stroke-flesh-line"
        strokeWidth="1.6"
        strokeLinejoin="round"
      />
      {found.lines && <path d={found.lines} className="fill-none stroke-flesh-line" strokeWidth="1.4" />}
    </svg>
  );
}

/** A hand that measures: thumb and finger at the thickest place of a piece, and the way from one to the other. */
export function MeasuringHand() {
  return (
    <svg viewBox="0 0 220 120" className="h-32 w-56" aria-hidden="true">
      <path
        d="M10 84Q60 44 120 48Q176 52 206 84Z"
        className="fill-flesh stroke-flesh-line"
        strokeWidth="1.8"
        strokeLinejoin="round"
      />
      <path
        d="M150 4C140 18 122 26 116 44C114 50 106 50 106 43C108 26 118 14 126 2"
        className="fill-plate stroke-ink"
        strokeWidth="1.8"
        strokeLinejoin="round"
      />
      <path
        d="M160 118C146 112 128 104 118 92C114 87 106 88 107 94C112 108 128 116 140 119"
        className="fill-plate stroke-ink"
        strokeWidth="1.8"
        strokeLinejoin="round"
      />
      <path d="M88 50V82M84 50H92M84 82H92" className="stroke-kelp" strokeWidth="2.4" />
    </svg>
  );
}
