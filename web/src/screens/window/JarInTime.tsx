import { Tabs } from 'radix-ui';
import { useRef, useState } from 'react';
import type { Evaluation, Json } from '@/api';
import { WindowBar } from '@/drawing';
import { duration, plain } from '@/format/numbers';
import { useBench } from '@/formula/BenchContext';
import { at, text } from '@/formula/document';
import { profiles, windows } from '@/formula/questions';
import { useQuestion } from '@/formula/useQuestion';
import { Button, Exports, NumberInput } from '@/ui';
import { After } from './After';
import { Aligned } from './Aligned';
import { CrossSection } from './CrossSection';
import { Curves } from './Curves';
import { Heat } from './Heat';
import { Influences } from './Influences';
import { momentAt } from './moment';
import { Service } from './Service';
import { StateNow } from './StateNow';

const MINUTES: Record<string, number> = { s: 1 / 60, min: 1, h: 60, d: 1440 };
const TAB =
  'border-b-2 border-transparent px-3 py-1.5 data-[state=active]:border-kelp data-[state=active]:font-semibold';
const LIQUIDS = ['marinade', 'wet_brine', 'soak'];

/** One jar through time, and below it what it would be on other cuts, colder, thicker, afterwards, in the heat. */
export function JarInTime({ jar, evaluation }: { jar: number; evaluation: Evaluation }) {
  const { document, value, set, readOnly } = useBench();
  const chart = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const asked = useQuestion(['profiles', document], () => profiles(document));
  const compared = useQuestion(['windows', jar, document], () => windows(document, jar));
  const window = evaluation.jars[jar]?.window;
  const profile = asked.answer?.jars[jar];
  const way = ['jars', jar, 'method', 'contact_time'];
  const planned = at(value(way), ['value']);
  const contact =
    typeof planned === 'number' ? planned * (MINUTES[text(value([...way, 'unit'])) ?? ''] ?? 1) : null;
  const kind = text(value(['jars', jar, 'kind'])) ?? '';

  if (!window) {
    return (
      <p className="rounded-plate border border-line bg-plate p-4 text-quiet" data-part="no-window">
        This jar is not timed on this fish. Say which fish, cut, weight and thickness, and fill the jar; a
        finish is never timed.
      </p>
    );
  }
  const minutes = chosen ?? contact ?? window.best_from_min;
  const now = profile?.t_min.length ? momentAt(profile, minutes) : null;
  return (
    <>
      <div className="grid gap-3 xl:grid-cols-[minmax(0,1fr)_22rem]">
        <section aria-label="The cut across" className="rounded-plate border border-line bg-plate p-3">
          {now && profile ? (
            <>
              <CrossSection
                fish={evaluation.fish}
                profile={profile}
                now={now}
                skin={text(value(['fish', 'skin'])) ?? 'none'}
                boned={value(['fish', 'bone']) === 'in'}
                slashes={Number(value(['fish', 'slashes', 'per_side']) ?? 0)}
                chart={chart}
              />
              <div className="flex flex-wrap items-center gap-4 text-sm text-quiet">
                <Key
                  pattern="brine"
                  words="salt, deeper where there is more; dashed lines at the figures beside them"
                />
                {now.acidMm > 0 && <Key pattern="acid" words="turned by acid, still raw" />}
                <span className="ml-auto">
                  <Exports
                    name="cut-across"
                    chart={chart}
                    rows={() => [
                      [
                        'time [min]',
                        ...profile.depth_mm.map((depth) => `salt at ${depth.toFixed(2)} mm [%]`),
                        'acid depth [mm]',
                      ],
                      ...profile.t_min.map((t, row) => [
                        t,
                        ...(profile.salt_pct[row] ?? []),
                        profile.acid_depth_mm[row] ?? 0,
                      ]),
                    ]}
                  />
                </span>
              </div>
              <Figures depths={profile.depth_mm} salt={now.salt} />
            </>
          ) : (
            <p className="text-quiet">
              {asked.answer
                ? 'This jar works on the surface only: nothing goes in that could be drawn.'
                : 'Reckoning …'}
            </p>
          )}
        </section>
        <section className="rounded-plate border border-line bg-plate p-3">
          <div className="mb-1 flex items-center gap-2">
            <label htmlFor="minute" className="font-title text-lg font-semibold">
              At
            </label>
            <NumberInput
              id="minute"
              label="Minute to look at"
              value={Number(plain(minutes, minutes < 10 ? 1 : 0).replaceAll(',', ''))}
              onType={(typed: Json) => setChosen(typeof typed === 'number' && typed >= 0 ? typed : null)}
              className="w-20"
            />
            <span>min</span>
            {!readOnly && (
              <Button
                look="plain"
                className="ml-auto min-h-8! px-2! text-sm"
                onClick={() => set(way, { value: Math.round(minutes), unit: 'min' })}
              >
                Plan {duration(minutes)}
              </Button>
            )}
          </div>
          {now ? (
            <StateNow now={now} window={window} dry={!LIQUIDS.includes(kind)} />
          ) : (
            <p className="text-quiet">{window.reasons[0]}</p>
          )}
        </section>
      </div>
      <section aria-label="Window" className="rounded-plate border border-line bg-plate px-4 py-2">
        <WindowBar window={window} contact={minutes} label="Time in the jar" onContact={setChosen} />
        <p className="text-sm text-quiet">
          {contact === null ? 'No time is planned yet.' : `Planned: ${duration(contact)}.`} At{' '}
          {duration(window.latest_min)}: {window.reasons[0]}.
          {window.moves.length > 0 &&
            ` The latest would be ${window.moves.map((move) => `${duration(move.latest_min)} with ${move.change}`).join('; ')}.`}
        </p>
        {window.groups.length > 0 && <Groups groups={window.groups} />}
      </section>
      <Tabs.Root defaultValue="cut" className="rounded-plate border border-line bg-plate px-4 pb-3">
        <Tabs.List aria-label="Look further" className="flex flex-wrap border-b border-line">
          {Object.entries(TABS).map(([id, words]) => (
            <Tabs.Trigger key={id} value={id} className={TAB}>
              {words}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="cut">
          {compared.answer ? <Aligned bars={compared.answer.by_cut} label="By cut" /> : <Wait />}
        </Tabs.Content>
        <Tabs.Content value="cold">
          {compared.answer ? (
            <Aligned bars={compared.answer.by_temperature} label="By temperature" />
          ) : (
            <Wait />
          )}
        </Tabs.Content>
        <Tabs.Content value="curves">
          <Curves jar={jar} />
        </Tabs.Content>
        <Tabs.Content value="moves">
          {compared.answer ? <Influences influences={compared.answer.influences} /> : <Wait />}
        </Tabs.Content>
        <Tabs.Content value="service">
          <Service jar={jar} />
        </Tabs.Content>
        <Tabs.Content value="after">{profile ? <After profile={profile} /> : <Wait />}</Tabs.Content>
        <Tabs.Content value="heat">
          {asked.answer ? <Heat cooking={asked.answer.cooking} /> : <Wait />}
        </Tabs.Content>
      </Tabs.Root>
    </>
  );
}

const TABS = {
  cut: 'By cut',
  cold: 'By temperature',
  curves: 'Curves',
  moves: 'What moves it',
  service: 'Time until service',
  after: 'After the jar',
  heat: 'In the heat',
};

const Wait = () => <p className="pt-2 text-quiet">Reckoning …</p>;

function Key({ pattern, words }: { pattern: string; words: string }) {
  return (
    <span className="flex items-center gap-1.5">
      <svg width="16" height="16" aria-hidden="true">
        {pattern === 'brine' ? (
          <rect width="16" height="16" rx="3" className="fill-brine" />
        ) : (
          <rect width="16" height="16" rx="3" fill={`url(#hatch-${pattern})`} />
        )}
      </svg>
      {words}
    </span>
  );
}

/** Salt by depth as a table, for those who cannot see the drawing. */
function Figures({ depths, salt }: { depths: number[]; salt: number[] }) {
  const shown = depths
    .map((depth, place) => [depth, salt[place] ?? 0] as const)
    .filter((_, place) => place % 7 === 0);
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer text-quiet">Salt by depth, in figures</summary>
      <table>
        <tbody>
          <tr>
            <th className="pr-3 text-left font-normal">mm from an open face</th>
            {shown.map(([depth]) => (
              <td key={depth} className="px-2 text-right">
                {depth.toFixed(1)}
              </td>
            ))}
          </tr>
          <tr>
            <th className="pr-3 text-left font-normal">% salt</th>
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

/** Unlike pieces: when each group goes in so that all come out together. */
function Groups({ groups }: { groups: Record<string, unknown>[] }) {
  return (
    <ul className="mt-1 text-sm" data-part="stagger">
      {groups.map((group, place) => (
        <li key={String(group.id ?? place)}>
          Group {place + 1}: in{' '}
          {Number(group.start_after_min) < 0.5
            ? 'at once'
            : `${duration(Number(group.start_after_min))} later`}
          ; best {duration(Number(group.best_from_min))} to {duration(Number(group.best_to_min))}, latest{' '}
          {duration(Number(group.latest_min))}.
        </li>
      ))}
    </ul>
  );
}
