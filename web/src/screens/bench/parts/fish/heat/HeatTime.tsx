import { useOpened } from '@/formula/opened';
import { fill, says } from '@/words';
import { degrees, heatTime, plain } from '@/words/numbers';
import { Said } from '@/words/Said';
import { NotModelled, sameSides } from './HeatMore';

/** How long in the heat, with its range, and what the fryer takes. */
export function HeatTime() {
  const { evaluation } = useOpened();
  const cook = evaluation?.cook;
  if (!cook?.minutes) return <NotModelled />;
  return (
    <div className="pt-1 text-sm">
      <p className="flex flex-wrap items-baseline gap-x-2" data-reading="cook">
        <strong className="font-title text-[1.7rem] leading-8 whitespace-nowrap">
          {heatTime(cook.minutes)}
        </strong>
        <span className="text-quiet">
          <Said
            words={cook.groups.length > 0 ? says.cooking.slowestTake : says.cooking.takes}
            slots={{
              range: [0, 1].map((end) => heatTime(cook.minutes_range?.[end] ?? cook.minutes)).join('–'),
              sides:
                sameSides(cook.stages) &&
                fill(says.cooking.aSide, { time: heatTime(cook.stages[0]?.minutes) }),
            }}
          />
        </span>
      </p>
      <p className="text-quiet">
        <Said
          words={says.cooking.after}
          slots={{
            rest: heatTime(cook.rest_minutes),
            pull: cook.pull_c && fill(says.cooking.pull, { core: degrees(cook.pull_c) }),
            batches:
              cook.oil &&
              fill(says.cooking.batches, {
                batches: plain(cook.oil.batches, 0),
                pieces: plain(cook.oil.pieces_per_batch, 0),
                drop: degrees(cook.oil.drop_c),
              }),
            pan:
              cook.pan &&
              fill(says.cooking.panBatches, {
                pieces: plain(cook.pan.pieces_per_batch, 0),
                batches: plain(cook.pan.batches, 0),
              }),
          }}
        />
      </p>
    </div>
  );
}
