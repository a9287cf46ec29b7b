import { useRef } from 'react';
import type { FishResult, JarProfile } from '@/api';
import { useOpened } from '@/formula/opened';
import { useOrigin } from '@/formula/useOrigin';
import { Exports } from '@/ui';
import { says } from '@/words';
import type { Moment } from '../state/moment';
import { CrossSection } from './CrossSection';

interface Props {
  fish: FishResult;
  profile: JarProfile;
  now: Moment;
  /** Which moment it is, where it stands beside another. */
  caption?: string;
}

/** The cut across at one minute, its key, its figures, and the way to carry it off. */
export function CutPlate({ fish, profile, now, caption }: Props) {
  const { value, jar } = useOpened();
  const chart = useRef<SVGSVGElement>(null);
  const of = useOrigin(jar);
  const rows = () =>
    profile.t_min.flatMap((time_min, row) =>
      profile.depth_mm.map((depth_mm, place) => ({
        time_min,
        depth_mm,
        salt_pct: profile.salt_pct[row]?.[place] ?? null,
        acid_turned: profile.acid_turned[row]?.[place] ?? null,
        acid_depth_mm: profile.acid_depth_mm[row] ?? 0,
      })),
    );
  return (
    <figure>
      {caption && <figcaption className="font-semibold">{caption}</figcaption>}
      <CrossSection
        fish={fish}
        profile={profile}
        now={now}
        skin={fish.skin}
        boned={fish.bone === 'in'}
        slashes={Number(value(['fish', 'slashes', 'per_side']) ?? 0)}
        chart={chart}
      />
      <div className="flex flex-wrap items-center gap-4 text-sm text-quiet">
        <Key look="brine" words={says.across.saltKey} />
        {now.acidMm > 0 && <Key look="acid" words={says.across.acidKey} />}
        <span className="ml-auto">
          <Exports of={of} what="cut-across" chart={chart} rows={rows} />
        </span>
      </div>
      <Depths depths={profile.depth_mm} salt={now.salt} />
    </figure>
  );
}

function Key({ look, words }: { look: 'brine' | 'acid'; words: string }) {
  return (
    <span className="flex items-center gap-1.5">
      <svg width="16" height="16" aria-hidden="true">
        <rect
          width="16"
          height="16"
          rx="3"
          className={look === 'brine' ? 'fill-brine' : undefined}
          fill={look === 'acid' ? 'url(#hatch-acid)' : undefined}
        />
      </svg>
      {words}
    </span>
  );
}

/** Salt by depth as a table, for those who cannot see the drawing. */
function Depths({ depths, salt }: { depths: number[]; salt: number[] }) {
  const shown = depths
    .map((depth, place) => [depth, salt[place] ?? 0] as const)
    .filter((_, place) => place % 7 === 0);
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer text-quiet">{says.across.figures}</summary>
      <table>
        <tbody>
          <tr>
            <th className="pr-3 text-left font-normal">{says.across.depth}</th>
            {shown.map(([depth]) => (
              <td key={depth} className="px-2 text-right">
                {depth.toFixed(1)}
              </td>
            ))}
          </tr>
          <tr>
            <th className="pr-3 text-left font-normal">{says.across.salt}</th>
            {shown.map(([depth, value]) => (
              <td key={depth} className="px-2 text-right">
                {value.toFixed(2)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </details>
  );
}
