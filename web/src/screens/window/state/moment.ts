import type { JarProfile } from '@/api';

/** The fish at one minute of a jar: between two of the core's samples, drawn straight. */
export interface Moment {
  minutes: number;
  salt: number[];
  mean: number;
  onFace: number;
  evenness: number | null;
  firmed: number;
  acidMm: number;
  turned: number;
  warm: number;
}

const between = (a: number, b: number, share: number) => a + (b - a) * share;

/** Where MINUTES lies among the samples: the sample before it, and the share of the way to the next. */
function place(times: number[], minutes: number): [number, number] {
  const after = times.findIndex((time) => time > minutes);
  if (after <= 0) return after === 0 ? [0, 0] : [times.length - 1, 0];
  const [from, to] = [times[after - 1] ?? 0, times[after] ?? 0];
  return [after - 1, (minutes - from) / (to - from)];
}

export function momentAt(profile: JarProfile, minutes: number): Moment {
  const [at, share] = place(profile.t_min, minutes);
  const of = (values: number[]) => between(values[at] ?? 0, values[at + 1] ?? values[at] ?? 0, share);
  const [row, next] = [profile.salt_pct[at] ?? [], profile.salt_pct[at + 1] ?? profile.salt_pct[at] ?? []];
  const even = profile.evenness[at];
  return {
    minutes,
    salt: row.map((value, depth) => between(value, next[depth] ?? value, share)),
    mean: of(profile.mean_pct),
    onFace: of(profile.on_face_pct),
    evenness:
      even == null
        ? (profile.evenness[at + 1] ?? null)
        : between(even, profile.evenness[at + 1] ?? even, share),
    firmed: of(profile.firmed_share),
    acidMm: of(profile.acid_depth_mm),
    turned: of(profile.acid_turned_fraction),
    warm: of(profile.warm_min),
  };
}
