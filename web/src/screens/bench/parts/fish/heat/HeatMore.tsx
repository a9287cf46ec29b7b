import { readingOf } from '@/document/readings';
import { useOpened } from '@/formula/opened';
import { fill, names, says } from '@/words';
import { degrees, heatTime, millimetres, plain } from '@/words/numbers';
import { Said } from '@/words/Said';
import { Explained } from '../../readings/Explained';

/** Whether the stages are two sides of as long, which one sentence tells. */
export const sameSides = (stages: { minutes: number }[]) =>
  stages.length === 2 && Math.abs((stages[0]?.minutes ?? 0) - (stages[1]?.minutes ?? 0)) < 1 / 60;

/** Its stages, what practice does, each size of pieces, each zone, and what is not modelled. */
export function HeatMore() {
  const { evaluation, pantry } = useOpened();
  const cook = evaluation?.cook;
  return (
    <div className="mt-1 text-sm">
      {cook && cook.stages.length > 1 && !sameSides(cook.stages) && (
        <ol className="mt-1 list-inside list-decimal" data-part="stages">
          {cook.stages.map((stage) => (
            <li key={stage.name}>
              {fill(says.cooking.stage, {
                name: stage.name,
                time: heatTime(stage.minutes),
                at:
                  stage.celsius === undefined
                    ? ''
                    : fill(says.cooking.stageAt, { heat: degrees(stage.celsius) }),
                core:
                  stage.core_c === undefined
                    ? ''
                    : fill(says.cooking.stageCore, { core: degrees(stage.core_c) }),
              })}
            </li>
          ))}
        </ol>
      )}
      {cook?.practice && (
        <p className="text-quiet" data-part="practice">
          {fill(says.cooking.practice, {
            core: degrees(cook.practice.core_c),
            time: heatTime(cook.practice.minutes),
          })}
        </p>
      )}
      {cook?.minutes && (
        <Explained name="cook" label={fill(names.howReached, { what: readingOf(pantry, 'minutes').name })} />
      )}
      {cook && cook.groups.length > 0 && (
        <ul className="mt-1" data-part="unlike">
          {cook.groups.map((group, place) => (
            <li key={group.id ?? place} data-group={place}>
              <Said
                words={says.cooking.group}
                slots={{
                  pieces: plain(group.pieces, 0),
                  thickness: millimetres(group.thickness_mm),
                  time: <strong>{heatTime(group.minutes)}</strong>,
                  core: degrees(group.core_c),
                  early:
                    group.out_before_min > 0 &&
                    fill(says.cooking.early, { time: heatTime(group.out_before_min) }),
                  left:
                    group.left_in_c !== null && fill(says.cooking.leftIn, { core: degrees(group.left_in_c) }),
                }}
              />
            </li>
          ))}
        </ul>
      )}
      {cook?.zones.map((zone) => (
        <p key={zone.name}>{fill(says.cooking.zone, { zone: zone.name, core: degrees(zone.core_c) })}</p>
      ))}
      {cook?.burn?.do ? <p className="mt-1 text-warn">{cook.burn.do}</p> : null}
      {cook?.minutes ? <NotModelled /> : null}
    </div>
  );
}

/** What is stated of the heat and is not reckoned with: it stands where the time would, when there is none for it. */
export function NotModelled() {
  const told = useOpened().evaluation?.notices.filter(
    (notice) => notice.path.startsWith('/cook') && ['not-modelled', 'outside-model'].includes(notice.code),
  );
  if (!told?.length) return null;
  return (
    <div className="mt-1 space-y-1 text-sm text-warn" data-part="not-modelled">
      {told.map((notice) => (
        <p key={notice.path}>{notice.text}</p>
      ))}
    </div>
  );
}
